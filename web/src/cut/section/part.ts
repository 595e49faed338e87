/** What the parts of a shape's inputs share. */
import type { SectionInput } from "@/api/client";
import { word } from "@/text";

export type Part = {
  section: SectionInput;
  /** The words of a refusal of a field. */
  error: (path: string) => string | undefined;
  of: (change: SectionInput) => void;
};

/** Codes as the options of a choice. */
export const options = (codes: readonly string[]) =>
  codes.map((value) => ({ value, text: word(value) }));
