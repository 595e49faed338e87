/** The cut on Today's bench: kept on this screen, so that other pages can put one there. */
import type { CutInput } from "@/api/client";
import { useKept } from "@/ui/kept";

export type OnBench = { key: string; typed: string; heading: string; input: CutInput };

export function useOnBench() {
  return useKept<OnBench | null>("galvanon.today.bench", null);
}
