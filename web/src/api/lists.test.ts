import { describe, expect, it } from "vitest";
import { everyPage } from "./lists";

describe("a list that is needed whole", () => {
  const of = (all: readonly number[], size: number) => {
    const asked: (string | undefined)[] = [];
    const ask = async ({ limit, after }: { limit: number; after?: string }) => {
      asked.push(after);
      const from = after === undefined ? 0 : Number(after);
      const to = Math.min(from + Math.min(size, limit), all.length);
      return { rows: all.slice(from, to), next: to < all.length ? String(to) : null };
    };
    return { asked, ask };
  };
  it("is asked for page after page, until there is no next one", async () => {
    const all = Array.from({ length: 450 }, (_, i) => i);
    const { asked, ask } = of(all, 200);
    expect(await everyPage(ask, (page) => page.rows)).toEqual(all);
    expect(asked).toEqual([undefined, "200", "400"]);
  });
  it("is one question where one page holds it, and where there is nothing", async () => {
    for (const all of [[1, 2], []]) {
      const { asked, ask } = of(all, 200);
      expect(await everyPage(ask, (page) => page.rows)).toEqual(all);
      expect(asked.length).toBe(1);
    }
  });
});
