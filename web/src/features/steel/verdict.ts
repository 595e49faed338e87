/** How a verdict on a steel is marked. */
import type { Level } from "@/ui/mark";

export const LEVELS: Record<string, Level> = {
  cuts: "ok",
  with_care: "caution",
  does_not_cut: "stop",
};
