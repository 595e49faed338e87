/** The doors' pure part: which one stands open, what an address holds, what a pad of digits makes. */
import type { Doors } from "@/api/session";

export type Door = "invitation" | "claim" | "tablet" | "desk";

/** The key of an invitation in the part of an address behind `#`: that part is sent to no server. */
export function invitationIn(hash: string): string | null {
  const found = /^#invitation=([\w-]{20,100})$/.exec(hash);
  return found?.[1] ?? null;
}

/** Which door is shown first. */
export function doorOf(doors: Doors, invitation: string | null): Door {
  if (invitation !== null) return "invitation";
  if (doors.unclaimed) return "claim";
  return doors.device != null && doors.people.length > 0 ? "tablet" : "desk";
}

/** The longest PIN. */
export const PIN_LONGEST = 8;
/** The shortest one. */
export const PIN_SHORTEST = 4;

/** A PIN after one more touch of the pad. */
export function touched(pin: string, key: string): string {
  if (key === "wipe") return "";
  return pin.length < PIN_LONGEST ? pin + key : pin;
}
