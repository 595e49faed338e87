// @vitest-environment happy-dom
/** A plan as its cut is changed: it stays up while the next is planned, and never under another cut's name. */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { CutInput } from "@/api/client";
import { useDraft } from "./useDraft";

type Call = { body: { job_id: string | null; input: { steel: { thickness_mm: number } } } };

/** A planner: the thickness is its plan; some it refuses, and it answers when it is let. */
const planner = { refused: [] as number[], away: false, asked: [] as number[], held: false };
const answers: (() => void)[] = [];

vi.mock("@/api/client", async (original) => {
  const client = await original<typeof import("@/api/client")>();
  return {
    ...client,
    api: {
      POST: async (_: string, { body }: Call) => {
        const mm = body.input.steel.thickness_mm;
        planner.asked.push(mm);
        if (planner.held) await new Promise<void>((go) => answers.push(go));
        if (planner.away) throw new TypeError("Failed to fetch");
        if (planner.refused.includes(mm)) {
          const field = {
            path: "steel.thickness_mm",
            code: "out_of_range",
            message: "",
            value: mm,
          };
          return { error: { error: { code: "invalid", message: "no", fields: [field] } } };
        }
        return { data: { plan: { path_thickness_mm: mm }, job: body.job_id } };
      },
    },
  };
});

const queries = new QueryClient();
const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={queries}>{children}</QueryClientProvider>
);
type Asked = { mm: number | null; cut: string; job?: string | null };
const opened = (first: Asked) =>
  renderHook(
    ({ mm, cut, job = null }: Asked) =>
      useDraft(job, mm === null ? null : ({ steel: { thickness_mm: mm } } as CutInput), cut),
    { wrapper, initialProps: first },
  );
const planned = (bench: ReturnType<typeof opened>) =>
  bench.result.current.draft?.plan.path_thickness_mm;

beforeEach(() => {
  Object.assign(planner, { refused: [], away: false, asked: [], held: false });
  answers.length = 0;
  queries.clear();
});
afterEach(cleanup);

describe("the plan of a cut", () => {
  it("is that of the newest input", async () => {
    const bench = opened({ mm: 20, cut: "A" });
    expect(planned(bench), "nothing before it is planned").toBeUndefined();
    await waitFor(() => expect(planned(bench)).toBe(20));
    bench.rerender({ mm: 25, cut: "A" });
    await waitFor(() => expect(planned(bench)).toBe(25));
  });

  it("stays up while the next is planned, and while what is typed is refused", async () => {
    const bench = opened({ mm: 20, cut: "A" });
    await waitFor(() => expect(planned(bench)).toBe(20));
    planner.held = true;
    planner.refused = [900];
    bench.rerender({ mm: 900, cut: "A" });
    expect(planned(bench)).toBe(20);
    await waitFor(() => expect(answers).toHaveLength(1));
    answers[0]?.();
    await waitFor(() => expect(bench.result.current.failure?.fields).toHaveLength(1));
    expect(planned(bench), "the drawing does not vanish under the hand").toBe(20);
  });

  it("never stands under another cut's name", async () => {
    const bench = opened({ mm: 20, cut: "A" });
    await waitFor(() => expect(planned(bench)).toBe(20));
    planner.held = true;
    bench.rerender({ mm: 40, cut: "B" });
    expect(planned(bench), "not while the other is planned").toBeUndefined();
    await waitFor(() => expect(answers).toHaveLength(1));
    answers[0]?.();
    await waitFor(() => expect(planned(bench)).toBe(40));
  });

  it("is nobody's where the other cut does not plan", async () => {
    const bench = opened({ mm: 20, cut: "A" });
    await waitFor(() => expect(planned(bench)).toBe(20));
    planner.refused = [900];
    bench.rerender({ mm: 900, cut: "B" });
    await waitFor(() => expect(bench.result.current.failure).not.toBeNull());
    expect(planned(bench)).toBeUndefined();
  });

  it("is at hand again where a cut is looked at once more", async () => {
    const bench = opened({ mm: 20, cut: "A" });
    await waitFor(() => expect(planned(bench)).toBe(20));
    bench.rerender({ mm: 40, cut: "B" });
    await waitFor(() => expect(planned(bench)).toBe(40));
    bench.rerender({ mm: 20, cut: "A" });
    expect(planned(bench)).toBe(20);
    expect(planner.asked, "and was not asked for again").toEqual([20, 40]);
  });

  it("is planned with the job that it is a cut of", async () => {
    const bench = opened({ mm: 20, cut: "A", job: "J" });
    await waitFor(() => expect(bench.result.current.draft).toMatchObject({ job: "J" }));
  });

  it("is none where nothing is on the bench", () => {
    const bench = opened({ mm: null, cut: "A" });
    expect(bench.result.current).toEqual({ draft: undefined, failure: null });
    expect(planner.asked).toEqual([]);
  });

  it("is asked for again by itself while the shop is away, and not where it is refused", async () => {
    planner.refused = [900];
    const refused = opened({ mm: 900, cut: "A" });
    await waitFor(() => expect(refused.result.current.failure).not.toBeNull());
    expect(planner.asked).toEqual([900]);
    planner.away = true;
    const bench = opened({ mm: 20, cut: "A" });
    await waitFor(() => expect(planner.asked).toEqual([900, 20]));
    planner.away = false;
    await waitFor(() => expect(planned(bench)).toBe(20), { timeout: 4_000 });
    expect(planner.asked).toEqual([900, 20, 20]);
  });
});
