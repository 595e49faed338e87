/** Keeping the run without a network: a worker that holds the page's own files. */

/** Whether this browser may keep anything: only over a secure connection, or on this machine itself. */
export function canKeep(): boolean {
  return window.isSecureContext && "serviceWorker" in navigator;
}

/** Starts the worker and hands it the files that this page was made of. */
export async function keepPage(): Promise<void> {
  await navigator.serviceWorker.register("/sw.js");
  const ready = await navigator.serviceWorker.ready;
  const loaded = performance.getEntriesByType("resource").map((entry) => new URL(entry.name));
  const own = loaded.filter(
    (url) => url.origin === location.origin && url.pathname.startsWith("/assets/"),
  );
  const files = ["/", ...new Set(own.map((url) => url.pathname))];
  ready.active?.postMessage({ keep: files });
}

/** Keeps the screen awake while the page is seen; gives back how to let it sleep. */
export function stayAwake(): () => void {
  let lock: WakeLockSentinel | null = null;
  const take = () => {
    if (document.visibilityState !== "visible" || !("wakeLock" in navigator)) return;
    // a browser may refuse, on a low battery for example: the run goes on with a screen that dims
    navigator.wakeLock.request("screen").then(
      (taken) => {
        lock = taken;
      },
      () => {
        lock = null;
      },
    );
  };
  take();
  document.addEventListener("visibilitychange", take);
  return () => {
    document.removeEventListener("visibilitychange", take);
    void lock?.release();
  };
}
