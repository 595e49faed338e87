/** The sentences of steps, stages, troubles and chains of sources: they come with the pages that say them. */

import type { Values } from "@/api/client";
import type { System } from "@/units";
import later from "../../../reference/text/en.toml?later";
import { filled } from "./index";

type Section = "steps" | "trace" | "troubles" | "work_does" | "work_watch" | "work_stop";

/** The sentence of a code in the reader's units; the server's text where the code is unknown here. */
export function told(
  section: Section,
  code: string,
  values: Values,
  system: System,
  fallback = code,
): string {
  return filled(later[section]?.[code], { values, system, fallback });
}
