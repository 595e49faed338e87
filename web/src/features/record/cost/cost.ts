/** What poor edges cost, as sentences and lengths of a picture. Pure. */
import type { Schemas } from "@/api/client";
import { COST } from "@/text/record/cost";
import { fill } from "@/text/record/fill";

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
