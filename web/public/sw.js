// Keeps the page of a run that was opened while the shop could be reached: its shell and its hashed files. Data is kept by
// the page itself; requests of the interface pass through untouched.
const SHELL = "galvanon-shell-1";

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

// the page tells which files it was made of
self.addEventListener("message", (event) => {
  const files = event.data?.keep;
  if (!Array.isArray(files)) return;
  event.waitUntil(
    caches
      .open(SHELL)
      .then((shell) =>
        Promise.all(files.map(async (file) => (await shell.match(file)) ?? shell.add(file))),
      )
      .then(() => event.source?.postMessage({ kept: files.length })),
  );
});

async function page(request) {
  const shell = await caches.open(SHELL);
  try {
    const fresh = await fetch(request);
    if (fresh.ok) await shell.put("/", fresh.clone());
    return fresh;
  } catch (error) {
    const kept = await shell.match("/");
    if (kept) return kept;
    throw error;
  }
}

async function file(request) {
  const shell = await caches.open(SHELL);
  const kept = await shell.match(request);
  if (kept) return kept;
  const fresh = await fetch(request);
  if (fresh.ok) await shell.put(request, fresh.clone());
  return fresh;
}

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== "GET" || url.origin !== self.location.origin) return;
  if (request.mode === "navigate") event.respondWith(page(request));
  else if (url.pathname.startsWith("/assets/")) event.respondWith(file(request));
});
