import { describe, expect, it } from "vitest";
import {
  byTable,
  NOTHING,
  type Own,
  ownOf,
  setOtherwise,
  signsOf,
  withLink,
  withPrior,
} from "./weights";

const link = (finding: string, link: string, table: string) => ({ finding, link, table });
const cause = (code: string, prior: number, links: ReturnType<typeof link>[]) =>
  ({ code, text: code, prior, table_prior: 0.2, links }) as never;
const fast = {
  code: "too_fast",
  table_prior: 0.2,
  links: [link("lag", "strong", "medium"), link("flare", "never", "never")],
};

describe("what a shop sets otherwise than the tables", () => {
  it("is read off its weights: odds and links that differ, and nothing else", () => {
    const same = cause("dirty_tip", 0.2, [link("lag", "weak", "weak")]);
    const moved = cause("too_fast", 0.5, fast.links);
    expect(ownOf([same])).toEqual(NOTHING);
    expect(ownOf([same, moved])).toEqual({
      priors: { too_fast: 0.5 },
      links: [{ cause: "too_fast", finding: "lag", link: "strong" }],
    });
  });

  it("takes a link once, and drops one that says what the table says", () => {
    const set = { cause: "too_fast", finding: "lag", link: "strong" };
    const once = withLink(withLink(NOTHING, { ...set, link: "weak" }, "medium"), set, "medium");
    expect(once.links).toEqual([set]);
    const other = withLink(once, { ...set, cause: "dirty_tip" }, "never");
    expect(other.links).toHaveLength(2);
    expect(withLink(other, { ...set, link: "medium" }, "medium").links).toHaveLength(1);
  });

  it("takes odds, and drops those of the table", () => {
    const own = withPrior(NOTHING, fast, 0.4);
    expect(own.priors).toEqual({ too_fast: 0.4 });
    expect(withPrior(own, fast, 0.2)).toEqual(NOTHING);
    expect(NOTHING.priors).toEqual({});
  });

  it("names the signs of a cause once each: the tables' and the shop's", () => {
    const own: Own = {
      priors: {},
      links: [
        { cause: "too_fast", finding: "lag", link: "strong" },
        { cause: "too_fast", finding: "slag", link: "weak" },
        { cause: "dirty_tip", finding: "gouges", link: "weak" },
      ],
    };
    expect(signsOf(fast, own)).toEqual(["lag", "slag"]);
    expect(signsOf(fast, NOTHING)).toEqual(["lag"]);
    expect([byTable(fast, "lag"), byTable(fast, "slag")]).toEqual(["medium", "never"]);
    expect([setOtherwise(own), setOtherwise({})]).toEqual([3, 0]);
  });
});
