// @vitest-environment happy-dom
/** Who is here: what they may do, how they come and go, also while the shop is out of reach. */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { ApiFailure, signedOut } from "@/api/client";
import type { Here, Session, SignIn } from "@/api/session";
import { May, SessionProvider, useSession } from "../session";

const IDA = { may: ["look", "plan"], page: null } as unknown as Session;
const OUT: Here = { at: "out", doors: {} as never };
/** The shop's door. */
const door = {
  here: OUT as Here,
  shut: false,
  /** Its answers are held back until they are let go. */
  slow: false,
  ended: 0,
  asked: 0,
  entered: [] as SignIn[],
};
const late: (() => void)[] = [];

vi.mock("@/api/session", async (original) => ({
  ...(await original<typeof import("@/api/session")>()),
  whoIsHere: async () => {
    door.asked += 1;
    const answer = door.here;
    if (door.slow) await new Promise<void>((go) => late.push(go));
    return answer;
  },
  signIn: async (by: SignIn) => {
    door.entered.push(by);
    door.here = { at: "in", session: IDA };
    return null;
  },
  signOut: async () => {
    if (door.shut) throw new ApiFailure("offline", "away");
    door.ended += 1;
    door.here = OUT;
  },
}));

const queries = new QueryClient();
const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={queries}>
    <SessionProvider>{children}</SessionProvider>
  </QueryClientProvider>
);
async function opened() {
  const { result } = renderHook(useSession, { wrapper });
  await waitFor(() => expect(result.current.here).toBeDefined());
  return result;
}

beforeEach(() => {
  Object.assign(door, { here: OUT, shut: false, slow: false, ended: 0, asked: 0, entered: [] });
  late.length = 0;
  queries.clear();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

describe("whoever is here", () => {
  it("may do what the shop lets them, and nobody may do anything before it has said so", async () => {
    door.here = { at: "in", session: IDA };
    const { result } = renderHook(useSession, { wrapper });
    expect([result.current.session, result.current.may("plan")]).toEqual([null, false]);
    await waitFor(() => expect(result.current.may("plan")).toBe(true));
    expect(result.current.may("people")).toBe(false);
  });

  it("comes in, and what was shown before is asked anew", async () => {
    const now = await opened();
    queries.setQueryData(["today"], 1);
    await act(async () => void (await now.current.enter({ name: "Ida" } as SignIn)));
    expect([now.current.session, door.entered]).toEqual([IDA, [{ name: "Ida" }]]);
    expect(queries.getQueryState(["today"])?.isInvalidated).toBe(true);
  });

  it("stays in, though an answer from before they came in comes after", async () => {
    const now = await opened();
    door.slow = true;
    // a request of before tells that nobody is known; who is here is asked, and the answer is slow
    act(() => {
      for (const tell of signedOut) tell();
    });
    await waitFor(() => expect(late).toHaveLength(1));
    door.slow = false;
    await act(async () => void (await now.current.enter({ name: "Ida" } as SignIn)));
    expect(now.current.session).toEqual(IDA);
    await act(async () => late[0]?.());
    expect(now.current.session, "the door does not close behind them").toEqual(IDA);
  });

  it("stays out, though an answer from before they left comes after", async () => {
    door.here = { at: "in", session: IDA };
    const now = await opened();
    door.slow = true;
    let asking: Promise<void> | undefined;
    act(() => {
      asking = now.current.refresh();
    });
    await waitFor(() => expect(late).toHaveLength(1));
    Object.assign(door, { slow: false, shut: true });
    await act(() => now.current.leave());
    await act(async () => {
      late[0]?.();
      await asking;
    });
    expect(now.current.session, "nobody is let in by an old answer").toBeNull();
  });

  it("leaves nothing of theirs on the screen", async () => {
    door.here = { at: "in", session: IDA };
    const now = await opened();
    queries.setQueryData(["today"], "Ida's");
    await act(() => now.current.leave());
    expect([now.current.session, now.current.left, door.ended]).toEqual([null, true, 1]);
    expect(queries.getQueryData(["today"])).toBeUndefined();
  });

  it("who leaves out of the shop's reach is gone at once, and the session is ended when it is back", async () => {
    door.here = { at: "in", session: IDA };
    const now = await opened();
    door.shut = true;
    await act(() => now.current.leave());
    expect([now.current.session, now.current.may("look"), door.ended]).toEqual([null, false, 0]);
    door.shut = false;
    await act(async () => void window.dispatchEvent(new Event("online")));
    await waitFor(() => expect(door.ended).toBe(1));
    expect(now.current.session).toBeNull();
  });

  it("is asked for again when a call tells that the session is over", async () => {
    door.here = { at: "in", session: IDA };
    const now = await opened();
    door.here = OUT;
    await act(async () => {
      for (const tell of signedOut) tell();
    });
    await waitFor(() => expect(now.current.session).toBeNull());
  });

  it("is remembered while the shop is away, which is asked until it answers", async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true });
    door.here = { at: "away", session: IDA };
    const now = await opened();
    expect(now.current.may("plan")).toBe(true);
    const asked = door.asked;
    door.here = { at: "in", session: IDA };
    await act(() => vi.advanceTimersByTimeAsync(4_000));
    expect(door.asked).toBe(asked + 1);
    await act(() => vi.advanceTimersByTimeAsync(9_000));
    expect(door.asked, "it answered").toBe(asked + 1);
    expect(now.current.here?.at).toBe("in");
  });
});

it("shows only to those who may what is theirs", async () => {
  door.here = { at: "in", session: IDA };
  const shown = renderHook(
    () => [May({ right: "plan", children: "plan" }), May({ right: "people", children: "people" })],
    { wrapper },
  );
  await waitFor(() => expect(shown.result.current).toEqual(["plan", null]));
});
