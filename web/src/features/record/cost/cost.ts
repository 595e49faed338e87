/** What poor edges cost, as sentences and lengths of a picture. Pure. */
import type { Schemas } from "@/api/client";
import { fill } from "@/text/fill";
import { COST } from "@/text/record/cost";

type Reply = Schemas["PoorEdgesReply"];
type Cleaning = Schemas["CleaningCost"];

/** What is said under the figures, a sentence each. */
export function remarks(reply: Reply, money: (value: number) => string): string[] {
  const { burns, usable, poor, lost, recut } = reply;
  const anew = recut > 0 ? fill(COST.recut, { recut }) : "";
  const said = [
    fill(COST.counts, { burns, usable, poor, lost, anew }),
    fill(COST.usual, { usual: `${Math.round(100 * reply.usual)} %` }),
  ];
  if (reply.estimated_money > 0)
    said.push(fill(COST.estimated, { money: money(reply.estimated_money) }));
  if (reply.unknown > 0) said.push(fill(COST.unknown, { n: reply.unknown }));
  return said;
}

/** How far the bar of a cause reaches, 0 to 1: the dearest all the way. */
export function reaches(causes: Reply["causes"]): number[] {
  const most = Math.max(...causes.map((cause) => cause.money), 0);
  return causes.map((cause) => (most > 0 ? cause.money / most : 0));
}

/** What cleaning would have brought: how sure, and how much. */
export function cleaningSaid(found: Cleaning, money: (value: number) => string): [string, string] {
  const { early, late, every, cleanings } = found;
  const percent = 100 * found.probability;
  // nobody is ever all sure
  const sure = percent > 99.9 ? "over 99.9" : percent.toFixed(percent > 99 ? 1 : 0);
  const words = {
    every,
    cleanings,
    seconds: found.cleaning_s,
    saved: money(found.saved),
    low: money(found.low),
    high: money(found.high),
  };
  return [
    fill(COST.cleaningFound, { early, late, every, sure }),
    fill(found.saved > 0 ? COST.saved : COST.notSaved, words),
  ];
}

/** The first five cuts since a cleaning, each true where it was made; more than five are all true. */
export function pips(cuts: number): boolean[] {
  return [1, 2, 3, 4, 5].map((place) => cuts >= place);
}

/** A part as one says it. `percent(0.246)` is "25 %". */
export const percent = (part: number) => `${Math.round(100 * part)} %`;

/** What a tip's row tells besides its name: what the drawer calls it and why it is not used, how many came out poor, what is gone of its life. */
export function tipTold(
  tip: Pick<
    Schemas["TipLogged"],
    "label" | "in_service" | "dinged" | "cuts" | "poor" | "life_used" | "starts"
  >,
) {
  const out = tip.in_service ? [] : [COST.out];
  const dinged = tip.dinged ? [COST.dinged] : [];
  return {
    drawer: [tip.label, ...out, ...dinged].filter((part) => part !== "").join(", "),
    poor: tip.cuts > 0 ? percent(tip.poor / tip.cuts) : "–",
    life: tip.life_used == null ? "–" : percent(tip.life_used),
    // a long cut by hand counts each reach
    starts: tip.starts > tip.cuts ? fill(COST.starts, { starts: String(tip.starts) }) : null,
  };
}
