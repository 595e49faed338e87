/** The sign of the shop's own money. */
import { useQuery } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { print } from "@/units";
import { usePreferences } from "./preferences";

export function useCurrency(): string {
  const shop = useQuery({ queryKey: keys.shop, queryFn: () => data(api.GET("/api/v1/shop")) });
  return String((shop.data?.settings as { currency?: string } | undefined)?.currency ?? "");
}

/** Prints an amount of the shop's own money: `$ 12.40`. */
export function useMoney(): (value: number) => string {
  const currency = useCurrency();
  const { system } = usePreferences();
  return (value) => `${currency} ${print(value, "money", system)}`.trim();
}
