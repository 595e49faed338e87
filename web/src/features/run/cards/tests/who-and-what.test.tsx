// @vitest-environment happy-dom
/** Before the first step: what is stopped, what lay down, and who may cut. */
import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { RUN } from "@/text/run";
import { button, cut, document, note, onAsked, onWho, run, start, words } from "./kit";

const shop = { asked: [] as { path: string; body: unknown }[], refused: false };
vi.mock("@tanstack/react-router", async (original) => ({
  ...(await original<typeof import("@tanstack/react-router")>()),
  Link: "a",
}));
vi.mock("@/api/client", async (original) => {
  const took = async (path: string, { body }: { body: unknown }) => {
    shop.asked.push({ path, body });
    const detail = { code: "wrong_key", message: "No match.", fields: [] };
    return shop.refused ? { error: { error: detail } } : { data: {} };
  };
  const client = await original<typeof import("@/api/client")>();
  return { ...client, api: { POST: took, PATCH: took } };
});

beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal("matchMedia", () => ({ matches: false }));
  Object.assign(shop, { asked: [], refused: false });
  onAsked.mockClear();
  onWho.mockClear();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("what must not be cut", () => {
  const stopped = (id: string, code = "grade_r", text = "Grade R hose.") => ({
    line_id: id,
    notes: [note(code, text)],
  });
  const barred = (id: string) => cut(id, { fits: false, why_not: "stopped" });

  it("is told first with its reason, and that no cylinder is opened where nothing is left", () => {
    const some = document({ cuts: [cut("A"), barred("B")], stopped: [stopped("B")] });
    const one = start(some);
    expect(words(one, "[data-stopped='1'] h2")).toBe(RUN.stoppedOne);
    expect(words(one, "[data-stopped] li")).toBe("B typed. Grade R hose.");
    expect(words(one, "[data-stopped]")).not.toContain(RUN.nothingToCut);
    cleanup();
    const all = start(document({ cuts: [barred("B")], stopped: [stopped("B")] }));
    expect(words(all, "[data-stopped]")).toContain(RUN.nothingToCut);
  });

  it("asks at the tube whether its ends are open, and keeps what else was said of the cut", async () => {
    const reload = vi.fn();
    const ends = stopped("B", "ends_not_known", "Look into it.");
    start(document({ cuts: [barred("B")], stopped: [ends] }), { run: run({ reload }) });
    fireEvent.click(button(RUN.endsOpen));
    await waitFor(() => expect(reload).toHaveBeenCalledTimes(1));
    expect(shop.asked[0]?.body).toEqual({
      version: 4,
      input: { section: { profile: "HSS6x6x1/4", ends_open: true } },
    });
  });

  it("names the cylinder that lay down, and until when it stands", () => {
    const lay = { gear_id: "C", label: "Acetylene 3", stands_until: "2026-11-30T18:00:00Z" };
    const container = start(document({ cylinders: [{ ...lay, free_gas_l: 2000, rigged: false }] }));
    expect(words(container, "[data-lying='Acetylene 3']")).toContain(RUN.laidDown);
  });
});

describe("who holds the torch", () => {
  it("is who is signed in, and may make way for somebody else", () => {
    const container = start(document());
    expect(words(container, "[data-hand='known'] strong")).toBe("Dorrit");
    fireEvent.click(button(RUN.otherHand));
    expect(onWho.mock.calls).toEqual([[null]]);
  });

  it("is a chosen name where nobody is signed in, and that is said", () => {
    const container = start(document(), { signedIn: null, who: "T" });
    expect(words(container, "[data-hand='named']")).toContain(RUN.onlyNamed);
    expect(button("Tobin").getAttribute("aria-pressed")).toBe("true");
    expect(button("Dorrit").getAttribute("aria-pressed")).toBe("false");
  });

  const uncleared = document({
    uncleared: [
      { person_id: "D", line_id: "A", note: note("not_cleared", "Thicker than cleared.") },
    ],
  });

  it("is told which cuts they are not cleared for; a foreman beside them clears the day", async () => {
    const reload = vi.fn();
    const container = start(uncleared, { run: run({ reload }) });
    expect(words(container, "[data-uncleared='1'] li")).toBe("A typed. Thicker than cleared.");
    fireEvent.click(button(RUN.foremanClears));
    const send = button(RUN.clearForToday) as HTMLButtonElement;
    expect(send.disabled, "with a name, a key and a reason").toBe(true);
    const type = (label: string, value: string) =>
      fireEvent.change(screen.getByLabelText(label), { target: { value } });
    type(RUN.foreman, "Ishaan");
    type(RUN.theirKey, "4711");
    type(RUN.whyCleared, "watched three cuts");
    fireEvent.click(send);
    await waitFor(() => expect(reload).toHaveBeenCalledTimes(1));
    expect(shop.asked[0]?.body).toMatchObject({
      clearance: { person_id: "D", fuel: "acetylene" },
      because: "watched three cuts",
      by: { name: "Ishaan", pin: "4711" },
    });
  });

  it("is not cleared by a wrong key, and what was typed stays", async () => {
    shop.refused = true;
    start(uncleared);
    fireEvent.click(button(RUN.foremanClears));
    const key = screen.getByLabelText(RUN.theirKey) as HTMLInputElement;
    for (const label of [RUN.foreman, RUN.theirKey, RUN.whyCleared])
      fireEvent.change(screen.getByLabelText(label), { target: { value: "a long password" } });
    fireEvent.click(button(RUN.clearForToday));
    await waitFor(() => expect(screen.getByText("No match.")).toBeDefined());
    expect(key.value).toBe("a long password");
    expect(shop.asked[0]?.body).toMatchObject({ by: { password: "a long password" } });
  });

  it("cannot be cleared out of the shop's reach, and of somebody else nothing is told", () => {
    start(uncleared, { run: run({ reached: false }) });
    expect(screen.getByText(RUN.clearNeedsShop)).toBeDefined();
    expect(screen.queryByText(RUN.foremanClears)).toBeNull();
    cleanup();
    expect(start(uncleared, { who: "T" }).querySelector("[data-uncleared]")).toBeNull();
  });
});
