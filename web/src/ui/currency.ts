/** The sign of the shop's own money. */
import { useQuery } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";

export function useCurrency(): string {
  const shop = useQuery({ queryKey: keys.shop, queryFn: () => data(api.GET("/api/v1/shop")) });
  return String((shop.data?.settings as { currency?: string } | undefined)?.currency ?? "");
}
