// @vitest-environment happy-dom
/** Who is cleared for what: seen by all, given and withdrawn by who may, never without a reason. */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { PEOPLE } from "@/text/people";
import { PreferencesProvider } from "@/ui/preferences";
import { Clearances } from "./Clearances";

type Call = { params?: { path: { id: string } }; body?: Record<string, unknown> };
const shop = {
  may: true,
  refused: false,
  asked: [] as { path: string; body: unknown }[],
  clearances: [] as object[],
};
vi.mock("@/ui/session", () => ({ useSession: () => ({ may: () => shop.may }) }));
vi.mock("@/api/client", async (original) => {
  const took = async (path: string, { params, body }: Call) => {
    shop.asked.push({ path: path.replace("{id}", params?.path.id ?? ""), body });
    const detail = { code: "stale", message: "Somebody changed this meanwhile.", fields: [] };
    return shop.refused ? { error: { error: detail } } : { data: {} };
  };
  const people = [{ id: "D", name: "Dorrit", version: 1 }];
  const client = await original<typeof import("@/api/client")>();
  const GET = async (path: string) =>
    path === "/api/v1/people"
      ? { data: { people: [...people], next: null } }
      : { data: { clearances: shop.clearances } };
  return { ...client, api: { GET, POST: took, PUT: took } };
});

const clearance = (more: object = {}) => ({
  id: "C",
  version: 2,
  person_id: "D",
  fuel: "acetylene",
  process: null,
  thickness_to_mm: 25.4,
  until: null,
  holds: true,
  withdrawn_at: null,
  withdrawn_because: null,
  override_because: null,
  ...more,
});
const opened = async (...clearances: object[]) => {
  shop.clearances = clearances;
  const { container } = render(
    <PreferencesProvider>
      <QueryClientProvider client={new QueryClient()}>
        <Clearances />
      </QueryClientProvider>
    </PreferencesProvider>,
  );
  await waitFor(() =>
    expect(container.querySelectorAll("[data-holds]")).toHaveLength(clearances.length),
  );
  await waitFor(() => expect(container.querySelector("strong")?.textContent).toBe("Dorrit"));
  return container;
};
const button = (name: string) => screen.getByRole("button", { name }) as HTMLButtonElement;

beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal("matchMedia", () => ({ matches: false }));
  Object.assign(shop, { may: true, refused: false, asked: [] });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("clearances", () => {
  it("say who, for what and up to which thickness, in the reader's units", async () => {
    const container = await opened(clearance());
    expect(container.querySelector("[data-holds='true']")?.textContent).toMatch(
      /^Dorrit.*acetylene.*1 in/,
    );
  });

  it("that hold no more stay in sight with their reason, and are not withdrawn twice", async () => {
    const gone = { holds: false, withdrawn_at: "2026-11-01", withdrawn_because: "torch dropped" };
    const container = await opened(clearance(gone));
    expect(container.querySelector("[data-holds='false']")?.textContent).toContain("torch dropped");
    expect(screen.queryByRole("button", { name: PEOPLE.withdraw })).toBeNull();
  });

  it("are withdrawn on the version that was seen, and never without a reason", async () => {
    await opened(clearance());
    fireEvent.click(button(PEOPLE.withdraw));
    expect(button(PEOPLE.withdraw).disabled).toBe(true);
    const why = screen.getByLabelText(PEOPLE.why);
    fireEvent.change(why, { target: { value: "   " } });
    expect(button(PEOPLE.withdraw).disabled, "blanks are none").toBe(true);
    fireEvent.change(why, { target: { value: "left the flame burning" } });
    fireEvent.click(button(PEOPLE.withdraw));
    await waitFor(() =>
      expect(shop.asked).toEqual([
        {
          path: "/api/v1/clearances/C/withdraw",
          body: { version: 2, because: "left the flame burning" },
        },
      ]),
    );
  });

  it("say so where they could not be withdrawn, and keep the reason that was typed", async () => {
    shop.refused = true;
    await opened(clearance());
    fireEvent.click(button(PEOPLE.withdraw));
    const why = screen.getByLabelText(PEOPLE.why) as HTMLInputElement;
    fireEvent.change(why, { target: { value: "left the flame burning" } });
    fireEvent.click(button(PEOPLE.withdraw));
    await waitFor(() =>
      expect(screen.getByRole("note").textContent).toContain("Somebody changed this meanwhile."),
    );
    expect(why.value).toBe("left the flame burning");
  });

  it("are neither given nor withdrawn by who may not", async () => {
    shop.may = false;
    await opened(clearance());
    expect(screen.queryAllByRole("button")).toEqual([]);
  });

  it("are given for any steel only where no thickness was typed", async () => {
    await opened(clearance());
    fireEvent.click(button(PEOPLE.clear));
    fireEvent.click(button(PEOPLE.save));
    await waitFor(() => expect(shop.asked).toHaveLength(1));
    expect(shop.asked[0]?.body).toMatchObject({ person_id: "D", thickness_to_mm: null });
  });
});
