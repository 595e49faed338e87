/** What the parts of a shape's inputs share. */
import type { SectionInput } from "@/api/client";

export type Part = {
  section: SectionInput;
  /** The words of a refusal of a field. */
  error: (path: string) => string | undefined;
  of: (change: SectionInput) => void;
};
