/** Shapes by what is typed, as it is typed. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";

export function useShapes(typed: string) {
  return useQuery({
    queryKey: keys.shapes(typed),
    enabled: typed.trim() !== "",
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
    queryFn: ({ signal }) =>
      data(
        api.GET("/api/v1/sections/profiles", {
          params: { query: { query: typed, limit: 30 } },
          signal,
        }),
      ),
  });
}
