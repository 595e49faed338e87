/** The pure part: a clearance in words, a line of the trail, how far a clock is off. */
import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { DOORS } from "@/text/account";
import { ROLES, type Role } from "@/text/door";
import { PEOPLE, PROCESSES, TRAIL } from "@/text/people";
import { print, type System } from "@/units";

export type Clearance = Schemas["ClearanceView"];
export type Audited = Schemas["Audited"];

/** What somebody is cleared for, in the reader's units: "acetylene, guided, up to 1 in". */
export function clearedFor(clearance: Clearance, system: System): string {
  const { fuel, process, thickness_to_mm } = clearance;
  const parts = [
    fuel ? word(fuel) : PEOPLE.anyFuel,
    process ? PROCESSES[process as keyof typeof PROCESSES] : PEOPLE.anyWay,
  ];
  if (thickness_to_mm != null)
    parts.push(`${PEOPLE.thickest.toLowerCase()} ${print(thickness_to_mm, "length", system)}`);
  return parts.join(", ");
}

/** How a clearance stands: until when, or why no more; "" where it holds for good. */
export function standing(clearance: Clearance): string {
  if (clearance.withdrawn_at) return `${PEOPLE.withdrawn}: ${clearance.withdrawn_because}`;
  const because = clearance.override_because;
  const once = because ? `${PEOPLE.overridden}: ${because}` : "";
  if (!clearance.holds)
    return [`${PEOPLE.ended} ${clearance.until}`, once].filter(Boolean).join(", ");
  return [clearance.until && `until ${clearance.until}`, once].filter(Boolean).join(", ");
}

/** A line of the trail as a sentence without its subject. */
export function said({
  what,
  about,
  about_person,
}: Pick<Audited, "what" | "about" | "about_person">): string {
  const words = about as Record<string, unknown>;
  const sentence = TRAIL[what] ?? what;
  return sentence.replace(/\{(\w+)\}/g, (_, name: string) => {
    const told = words[name] ?? (name === "name" ? about_person : undefined);
    if (name === "door") return DOORS[String(told)] ?? String(told);
    if (name === "role") return ROLES[told as Role] ?? String(told);
    return told == null || told === "" ? PEOPLE.nobody.toLowerCase() : String(told);
  });
}

/** Seconds that a clock may be off before it is told. */
const CLOCK_OFF = 30;

/** How far a tablet's clock is off; "" where it is near enough. */
export function clockOff(ahead_s: number | null | undefined): string {
  if (ahead_s == null || Math.abs(ahead_s) < CLOCK_OFF) return "";
  const minutes = Math.max(1, Math.round(Math.abs(ahead_s) / 60));
  return `${ahead_s > 0 ? PEOPLE.clockAhead : PEOPLE.clockBehind} ${minutes} min`;
}

/** The choice by which a clearance names no fuel, or no way of moving the torch. */
export const ANY = "any";

/** A clearance as it stands in its form. */
export type Asked = {
  person_id: string;
  fuel: string;
  process: string;
  thickness: number | null;
  /** A day, or nothing. */
  until: string;
};

/** The clearance as it is sent: what is any is not named. */
export function clearanceOf({ person_id, fuel, process, thickness, until }: Asked) {
  const said = (value: string) => (value === ANY ? null : value);
  return {
    person_id,
    fuel: said(fuel),
    process: said(process),
    thickness_to_mm: thickness,
    until: until === "" ? null : until,
  };
}
