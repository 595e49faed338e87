/** What the server reads in a typed line. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { usualProcess } from "./line";

export function useLine(text: string) {
  const shop = useQuery({ queryKey: keys.shop, queryFn: () => data(api.GET("/api/v1/shop")) });
  const usual_process = usualProcess(shop.data?.settings);
  return useQuery({
    queryKey: keys.line(text, usual_process),
    enabled: text.trim() !== "",
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: ({ signal }) =>
      data(api.POST("/api/v1/entry/line", { body: { text, usual_process }, signal })),
  });
}
