/** What is told of a cut that went out, and what is asked of the server with it. Pure. */
import { options } from "@/text";
import { asRequest, type Cut, lineOf } from "../model";

/** Answers as they were touched; empty where not yet. */
export type Told = {
  through: string;
  slag: string;
  scrap: string;
  finished: string;
  bad: number | null;
  done?: number | null;
  /** Of the whole cut. */
  line?: number | null;
  because?: string;
};

export const OPEN: Told = {
  through: "",
  slag: "",
  scrap: "",
  finished: "",
  bad: null,
  done: null,
  line: null,
  because: "",
};

export type Option = { value: string; text: string };
export const YES_NO: Option[] = [
  { value: "yes", text: "yes" },
  { value: "no", text: "no" },
];
export const UNSEEN = "unseen";
export const UNKNOWN = "unknown";
export const SLAG: Option[] = [
  ...options(["down", "up", "stayed"]),
  { value: UNSEEN, text: "nobody saw" },
];
export const SCRAP: Option[] = options(["left", "right", "none_of_the_two"]);

/** Whether enough is told for a restart. */
export function isReady({ through, scrap, finished }: Told): boolean {
  return through !== "" && scrap !== "" && finished !== "";
}

/** What is asked: what nobody saw or knows is none, and how far it is not through counts only where it is not. */
export function askedOf(told: Told, cut: Cut) {
  return {
    cut: asRequest(cut, lineOf(told.line, told.done)),
    through: told.through === "yes",
    slag: told.slag === "" || told.slag === UNSEEN ? null : told.slag,
    scrap: told.scrap,
    finished: told.finished === "yes",
    not_through_mm: told.through === "no" ? told.bad : null,
    done_mm: told.done ?? null,
    because: told.because || null,
  };
}
