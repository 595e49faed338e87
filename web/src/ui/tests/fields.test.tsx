// @vitest-environment happy-dom
/** Fields as a person uses them: what is typed stands until it is understood, and nothing typed is lost. */
import { act, cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { FilePick } from "../file-pick";
import { MeasureField } from "../measure-field";
import { PreferencesProvider, usePreferences } from "../preferences";
import { TextField } from "../text-field";

type Asked = { text: string; kind: string; shown: string };
/** What the shop was asked to read, and how it answers. */
const shop = {
  asked: [] as Asked[],
  answer: (_: Asked): object => ({}),
};

vi.mock("@/api/client", async (original) => ({
  ...(await original<typeof import("@/api/client")>()),
  api: {
    POST: async (_: string, { body }: { body: Asked }) => {
      shop.asked.push(body);
      return shop.answer(body);
    },
  },
}));

const read = (value: number, assumed?: string) => ({ data: { value, assumed } });
const refused = (message: string) => ({
  error: { error: { code: "unclear", message, fields: [] } },
});
let metric: () => void = () => {};

function Units({ children }: { children: React.ReactNode }) {
  const { setSystem } = usePreferences();
  metric = () => setSystem("metric");
  return children;
}
const within = (field: React.ReactNode) =>
  render(
    <PreferencesProvider>
      <Units>{field}</Units>
    </PreferencesProvider>,
  );
const input = (label: string) => screen.getByLabelText<HTMLInputElement>(label);
const type = (label: string, text: string) =>
  fireEvent.change(input(label), { target: { value: text } });
const leave = (label: string) => act(async () => void fireEvent.blur(input(label)));
const enter = (label: string) =>
  act(async () => void fireEvent.keyDown(input(label), { key: "Enter" }));

beforeEach(() => {
  localStorage.clear();
  Object.assign(shop, { asked: [], answer: () => read(12.7) });
  vi.stubGlobal("matchMedia", () => ({ matches: false }));
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("a measure", () => {
  const field = (more: object = {}) => {
    const onCommit = vi.fn();
    within(
      <MeasureField label="Thickness" value={25.4} kind="length" onCommit={onCommit} {...more} />,
    );
    return onCommit;
  };

  it("stands in the reader's unit, and a bare number is read in it", async () => {
    const onCommit = field();
    expect(input("Thickness").value).toBe("1");
    type("Thickness", "1/2");
    await leave("Thickness");
    expect(shop.asked).toEqual([{ text: "1/2", kind: "length", shown: "inch" }]);
    expect(onCommit.mock.calls).toEqual([[12.7]]);
    act(() => metric());
    expect(input("Thickness").value).toBe("25.4");
  });

  it("that was not changed is not read again", async () => {
    const onCommit = field();
    await leave("Thickness");
    expect([shop.asked, onCommit.mock.calls]).toEqual([[], []]);
  });

  it("that cannot be read stands as it was typed, with the reason and what it belongs to", async () => {
    shop.answer = () => refused("12 wibble is no length");
    const onReading = vi.fn();
    const onCommit = field({ onReading });
    type("Thickness", "12 wibble");
    await leave("Thickness");
    expect(input("Thickness").value).toBe("12 wibble");
    expect(onCommit).not.toHaveBeenCalled();
    expect(input("Thickness").getAttribute("aria-invalid")).toBe("true");
    const told = document.getElementById(input("Thickness").getAttribute("aria-describedby") ?? "");
    expect(told?.textContent).toBe("12 wibble is no length");
    expect(onReading.mock.calls.map(([state]) => state)).toEqual(["typed", "failed"]);
  });

  it("goes back to its value by Escape", () => {
    field();
    type("Thickness", "7");
    fireEvent.keyDown(input("Thickness"), { key: "Escape" });
    expect(input("Thickness").value).toBe("1");
  });

  it("tells what was assumed of a number", async () => {
    shop.answer = () => read(12.7, "inches, as the screen shows them");
    field();
    type("Thickness", "0.5");
    await leave("Thickness");
    expect(screen.getByText("inches, as the screen shows them")).toBeDefined();
  });

  it("is emptied only where there may be none", async () => {
    const onClear = vi.fn();
    const onCommit = field({ onClear });
    type("Thickness", " ");
    await leave("Thickness");
    expect([onClear.mock.calls.length, onCommit.mock.calls.length, shop.asked.length]).toEqual([
      1, 0, 0,
    ]);
    cleanup();
    shop.answer = () => refused("nothing is no length");
    field();
    type("Thickness", "");
    await leave("Thickness");
    expect(screen.getByText("nothing is no length")).toBeDefined();
  });

  it("shows what the plan refuses until something else is typed wrong", () => {
    field({ error: "at most 12 in" });
    expect(input("Thickness").getAttribute("aria-invalid")).toBe("true");
    expect(screen.getByText("at most 12 in")).toBeDefined();
  });

  it("of a pressure takes a bare number in the reader's unit, and a gauge's own unit as typed", async () => {
    const onCommit = vi.fn();
    within(<MeasureField label="Oxygen" value={null} kind="pressure" onCommit={onCommit} />);
    shop.answer = ({ kind }) => (kind === "number" ? read(40) : refused("no pressure"));
    type("Oxygen", "40");
    await leave("Oxygen");
    // 40 psi
    expect(onCommit.mock.calls[0]?.[0]).toBeCloseTo(40 * 6.894757, 3);
    shop.answer = ({ kind }) => (kind === "pressure" ? read(300) : refused("no number"));
    type("Oxygen", "3 bar");
    await leave("Oxygen");
    expect(shop.asked.map(({ kind }) => kind)).toEqual(["number", "number", "pressure"]);
    expect(onCommit.mock.calls[1]).toEqual([300]);
  });
});

describe("Enter in a field", () => {
  const form = (value: number, onCommit: (value: number) => void, may = true) => {
    const sent = vi.fn((event: React.FormEvent) => event.preventDefault());
    const page = (value: number) => (
      <PreferencesProvider>
        <form onSubmit={sent}>
          <MeasureField label="Length" value={value} kind="length" onCommit={onCommit} />
          <button type="submit" disabled={!may}>
            Send
          </button>
        </form>
      </PreferencesProvider>
    );
    const { rerender } = render(page(value));
    return { sent, moved: (next: number) => rerender(page(next)) };
  };

  it("sends the form at once where nothing was typed", async () => {
    const { sent } = form(25.4, vi.fn());
    await enter("Length");
    expect(sent).toHaveBeenCalledTimes(1);
  });

  it("sends it only when the page has taken what was typed", async () => {
    const taken = vi.fn();
    const { sent, moved } = form(25.4, taken);
    type("Length", "1/2");
    await enter("Length");
    expect([taken.mock.calls, sent.mock.calls.length]).toEqual([[[12.7]], 0]);
    act(() => moved(12.7));
    await waitFor(() => expect(sent).toHaveBeenCalledTimes(1));
  });

  it("sends nothing that was not understood, nor what may not be sent", async () => {
    shop.answer = () => refused("no length");
    const first = form(25.4, vi.fn());
    type("Length", "wibble");
    await enter("Length");
    expect(first.sent).not.toHaveBeenCalled();
    cleanup();
    const second = form(25.4, vi.fn(), false);
    await enter("Length");
    expect(second.sent).not.toHaveBeenCalled();
  });
});

describe("words and files", () => {
  it("a field for words belongs to its label and its hint", () => {
    const onChange = vi.fn();
    render(<TextField label="Name" hint="as on the door" value="" onChange={onChange} />);
    type("Name", "Ida");
    expect(onChange.mock.calls).toEqual([["Ida"]]);
    const hint = document.getElementById(input("Name").getAttribute("aria-describedby") ?? "");
    expect(hint?.textContent).toBe("as on the door");
  });

  it("a file can be picked again after it was mended", () => {
    const onPick = vi.fn();
    render(<FilePick label="Cut list" accept=".csv" onPick={onPick} />);
    const file = new File(["a"], "cuts.csv");
    for (const _ of [1, 2]) fireEvent.change(input("Cut list"), { target: { files: [file] } });
    expect(onPick.mock.calls).toEqual([[file], [file]]);
    fireEvent.change(input("Cut list"), { target: { files: [] } });
    expect(onPick).toHaveBeenCalledTimes(2);
  });
});
