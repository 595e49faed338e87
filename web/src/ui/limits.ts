/** Limits of the trade that a drawing must know before anything is planned; null until they are there. */
import { useQuery } from "@tanstack/react-query";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";

export function useLimits(): Schemas["LimitsWire"] | null {
  const reference = useQuery({
    queryKey: keys.reference,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => data(api.GET("/api/v1/reference")),
  });
  return reference.data?.limits ?? null;
}

/** What a fuel is never set over, kPa; null for all but acetylene. */
export function ceilingOf(gas: string, limits: Schemas["LimitsWire"] | null): number | null {
  return gas === "acetylene" ? (limits?.acetylene_ceiling_kpa ?? null) : null;
}
