/** How this shop works, as far as a card must say it. */
import { useQuery } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";

/** Printed whatever the shop answers; of the rest, what differs from the usual. */
const ALWAYS = ["torch_off", "acetylene_valve", "first_cylinder", "lens"];

export function Schools({ fuel }: { fuel: string }) {
  const shop = useQuery({ queryKey: keys.shop, queryFn: () => data(api.GET("/api/v1/shop")) });
  const settings = (shop.data?.settings ?? {}) as Record<string, unknown>;
  const lines = (shop.data?.schools ?? []).filter(
    (school) =>
      school.acts === "card" &&
      (school.is_default !== "yes" || ALWAYS.includes(school.question)) &&
      settings[school.question] === school.option &&
      (school.question !== "acetylene_valve" || fuel === "acetylene"),
  );
  return (
    <ul className="border-t border-ink pt-1 text-xs">
      {lines.map((school) => {
        const off = school.question === "torch_off" && school.option === "by_fuel";
        const text = off
          ? fuel === "acetylene"
            ? "fuel first"
            : "oxygen first"
          : school.option_text;
        return (
          <li key={school.question} className="break-inside-avoid">
            {school.question_text}: <strong>{text}</strong>
          </li>
        );
      })}
    </ul>
  );
}
