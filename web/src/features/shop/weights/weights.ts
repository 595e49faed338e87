/** What a shop sets otherwise than the tables of causes: their odds, and what shows them. Pure. */
import type { Schemas } from "@/api/client";
import { options } from "@/text";

export type Cause = Schemas["CauseWeights"];
export type Own = {
  priors: Record<string, number>;
  links: { cause: string; finding: string; link: string }[];
};

export const NOTHING: Own = { priors: {}, links: [] };
export const LINKS = options(["never", "weak", "medium", "strong", "against"]);

/** What the shop has set otherwise than the tables, from its weights now. */
export function ownOf(causes: readonly Cause[]): Own {
  return {
    priors: Object.fromEntries(
      causes
        .filter((cause) => cause.prior !== cause.table_prior)
        .map((cause) => [cause.code, cause.prior]),
    ),
    links: causes.flatMap((cause) =>
      cause.links
        .filter(({ link, table }) => link !== table)
        .map(({ finding, link }) => ({ cause: cause.code, finding, link })),
    ),
  };
}

/** The edit with a link set; one that says the same as the table is dropped. */
export function withLink(own: Own, set: Own["links"][number], table: string): Own {
  const others = own.links.filter(
    (each) => each.cause !== set.cause || each.finding !== set.finding,
  );
  return { ...own, links: set.link === table ? others : [...others, set] };
}

/** The edit with the odds of a cause; those of the table are dropped. */
export function withPrior(
  own: Own,
  cause: Pick<Cause, "code" | "table_prior">,
  value: number,
): Own {
  const { [cause.code]: _, ...rest } = own.priors;
  return { ...own, priors: value === cause.table_prior ? rest : { ...rest, [cause.code]: value } };
}

/** How a sign shows a cause by the tables. */
export function byTable(cause: Pick<Cause, "links">, finding: string): string {
  return cause.links.find((each) => each.finding === finding)?.table ?? "never";
}

/** The signs that show a cause, by the tables or by this shop, each once. */
export function signsOf(cause: Pick<Cause, "code" | "links">, own: Own): string[] {
  const tables = cause.links.filter((each) => each.table !== "never");
  const mine = own.links.filter((each) => each.cause === cause.code);
  return [...new Set([...tables, ...mine].map((each) => each.finding))];
}

/** How much of a version differs from the tables. */
export function setOtherwise({ priors, links }: Partial<Own>): number {
  return Object.keys(priors ?? {}).length + (links ?? []).length;
}
