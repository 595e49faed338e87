/** Every place of the application by the words that somebody may look for it by. Pure. */

import { RECORD } from "@/text/record";
import { COST } from "@/text/record/cost";
import { QUOTE } from "@/text/record/quote";
import { STORES } from "@/text/record/stores";

/** Where it is: a page, and the part of it. */
export type Where =
  | { to: "/" | "/jobs" | "/layout" | "/work" | "/rack" | "/people" | "/account" }
  | { to: "/edge"; search: { tab: string } }
  | { to: "/record"; search: { part: string } }
  | { to: "/steel" | "/shop"; hash: string };

export type Place = {
  text: string;
  /** What is found there, in words that do not stand in its name. */
  holds: string;
  where: Where;
};

export const PLACES: readonly Place[] = [
  {
    text: "Today",
    holds: "plan one cut, pressure, speed, preheat, wrap-around template of a pipe's end",
    where: { to: "/" },
  },
  {
    text: "Jobs",
    holds:
      "cuts, cut list, card, gas and tips, manifold, parts on plates (nest), run at the torch, emergency",
    where: { to: "/jobs" },
  },
  {
    text: "Layout",
    holds: "draw a part: lug, gusset, holes, DXF, SVG, G-code, marking out, lead-in",
    where: { to: "/layout" },
  },
  {
    text: "Other work",
    holds:
      "rivets, bolts, nuts, wash, gouge a groove, heating, rail carriage, circle, taking apart",
    where: { to: "/work" },
  },
  {
    text: "Edge: Find the cause",
    holds: "poor edge, slag, drag lines, rounded top",
    where: { to: "/edge", search: { tab: "find" } },
  },
  {
    text: "Edge: Flame and torch",
    holds: "trouble, pops, flashback, smell, leak, carburising flame",
    where: { to: "/edge", search: { tab: "torch" } },
  },
  {
    text: "Edge: Lost cut",
    holds: "it went out: pick it up again",
    where: { to: "/edge", search: { tab: "lost" } },
  },
  {
    text: "Edge: Before the cut",
    holds: "the edge to expect, slow and fast",
    where: { to: "/edge", search: { tab: "before" } },
  },
  {
    text: "Edge: Grade",
    holds: "measure it, ISO 9013, accept or reject, repair weld",
    where: { to: "/edge", search: { tab: "grade" } },
  },
  {
    text: "Edge: Past edges",
    holds: "kept, photos, what it turned out to be",
    where: { to: "/edge", search: { tab: "past" } },
  },
  {
    text: "Steel: Grade or mill sheet",
    holds: "can it be cut, composition, carbon equivalent, preheat of the plate",
    where: { to: "/steel", hash: "known" },
  },
  {
    text: "Steel: Unknown piece",
    holds: "four tests: magnet, spark, file, chisel",
    where: { to: "/steel", hash: "unknown" },
  },
  {
    text: "Steel: Shapes",
    holds: "beams, channels, angles, tubes, pipe, their sizes and weight",
    where: { to: "/steel", hash: "shapes" },
  },
  {
    text: "Rack",
    holds:
      "cylinders, tips, maker's chart, hoses, regulators, arrestors, torches, inspection, cleaner wires",
    where: { to: "/rack" },
  },
  {
    text: `Record: ${RECORD.learned}`,
    holds: "learned, planned against done, hands",
    where: { to: "/record", search: { part: "learned" } },
  },
  {
    text: `Record: ${RECORD.log}`,
    holds: "log, runs, notebook, import",
    where: { to: "/record", search: { part: "log" } },
  },
  {
    text: `Record: ${COST.title}`,
    holds: "what they cost",
    where: { to: "/record", search: { part: "poor-edges" } },
  },
  {
    text: `Record: ${STORES.title}`,
    holds: "stores: gas and tips, how long they last",
    where: { to: "/record", search: { part: "stores" } },
  },
  {
    text: `Record: ${QUOTE.title}`,
    holds: "price a job, offer",
    where: { to: "/record", search: { part: "quotes" } },
  },
  {
    text: `Record: ${RECORD.twoWays}`,
    holds: "trial, compare two settings",
    where: { to: "/record", search: { part: "two-ways" } },
  },
  {
    text: "Shop",
    holds: "units, emergency numbers, currency, lifting limit",
    where: { to: "/shop", hash: "figures" },
  },
  {
    text: "Shop: Prices",
    holds: "cost of oxygen, fuel, labour, tips",
    where: { to: "/shop", hash: "prices" },
  },
  {
    text: "Shop: Usual practice",
    holds: "how the shop sets oxygen, lights, cleans, starts a hole",
    where: { to: "/shop", hash: "schools" },
  },
  {
    text: "People",
    holds: "who may what, cleared for, tablets, invitations",
    where: { to: "/people" },
  },
  { text: "Your account", holds: "password, PIN, passkey", where: { to: "/account" } },
];
