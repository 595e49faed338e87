/** Keys of the keyboard that work everywhere. */
import { useEffect } from "react";

export const SHORTCUTS: readonly [string, string][] = [
  ["Ctrl K", "find a job, a cut or a page"],
  ["n", "new line: go to the quick entry"],
  ["u", "inch and psi, or metric"],
  ["↑ ↓", "the cut above or below, in a job's list"],
  ["Enter", "open or accept"],
  ["Esc", "close"],
  ["?", "this list"],
];

function typing(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}

type Actions = { find: () => void; help: () => void; units: () => void };

export function useShortcuts({ find, help, units }: Actions) {
  useEffect(() => {
    function onKey(event: KeyboardEvent) {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "k") {
        event.preventDefault();
        return find();
      }
      if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return;
      const entry = document.querySelector<HTMLInputElement>("[data-quick-entry]");
      const actions: Record<string, () => void> = { "?": help, u: units, n: () => entry?.focus() };
      const action = actions[event.key];
      if (action === undefined) return;
      event.preventDefault();
      action();
    }
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, [find, help, units]);
}
