/** The gear of the rack that a kind of work takes: heating heads, or carriages. */
import { useQuery } from "@tanstack/react-query";
import { keys } from "@/api/keys";
import { wholeRack } from "@/api/lists";
import type { WorkKind } from "./kinds";
import { carriagesOf, headsOf } from "./own";

export function useOwn(kind: WorkKind) {
  const enabled = kind === "heat" || kind === "rail";
  const rack = useQuery({ queryKey: keys.rack, queryFn: wholeRack, enabled });
  const gear = enabled ? (rack.data?.gear ?? []) : [];
  return { heads: headsOf(gear), carriages: carriagesOf(gear) };
}
