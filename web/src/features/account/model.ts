/** The account's pure part: how a browser is called, how long ago something was. */

const BROWSERS: [RegExp, string][] = [
  [/Edg\//, "Edge"],
  [/Firefox\//, "Firefox"],
  [/Chrome\/|Chromium\//, "Chrome"],
  [/Safari\//, "Safari"],
];
const SYSTEMS: [RegExp, string][] = [
  [/Android/, "Android"],
  [/iPhone|iPad/, "iOS"],
  [/Windows/, "Windows"],
  [/Mac OS X/, "macOS"],
  [/Linux/, "Linux"],
];

/** What a browser calls itself, as a person would: "Firefox on Windows". */
export function browserOf(agent: string): string {
  const of = (all: [RegExp, string][]) => all.find(([sign]) => sign.test(agent))?.[1];
  const [browser, system] = [of(BROWSERS), of(SYSTEMS)];
  if (browser === undefined) return "a browser";
  return system === undefined ? browser : `${browser} on ${system}`;
}

/** A moment in the reader's own words. */
export function when(at: string): string {
  return new Date(at).toLocaleString(undefined, { dateStyle: "medium", timeStyle: "short" });
}
