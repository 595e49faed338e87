import { afterEach, describe, expect, it, vi } from "vitest";
import { ApiFailure } from "./client";
import { isOlder, remembered, type Session, signIn, signOut, whoIsHere } from "./session";

// outside a browser a request needs the name of its host
vi.hoisted(() => {
  const Plain = globalThis.Request;
  globalThis.Request = class extends Plain {
    constructor(input: RequestInfo | URL, init?: RequestInit) {
      super(typeof input === "string" ? new URL(input, "http://localhost") : input, init);
    }
  };
});

const kept = new Map<string, string>();
vi.stubGlobal("localStorage", {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, text: string) => kept.set(key, text),
  removeItem: (key: string) => kept.delete(key),
});

/** What the shop answers next. */
let answer: () => Promise<Response>;
vi.stubGlobal("fetch", () => answer());
const says = (status: number, body?: object) => {
  answer = async () =>
    new Response(body === undefined ? null : JSON.stringify(body), {
      status,
      headers: { "content-type": "application/json" },
    });
};
const away = () => {
  answer = async () => {
    throw new TypeError("Failed to fetch");
  };
};

const marta = { person: { id: "m", name: "Marta" }, role: "owner", may: ["look"] };
const doors = { demo: [], unclaimed: false, device: null, people: [] };
const refusal = (code: string) => ({ error: { code, message: code, fields: [] } });

afterEach(() => kept.clear());

describe("who is here", () => {
  it("is somebody, who is remembered for when the shop is out of reach", async () => {
    says(200, marta);
    expect(await whoIsHere()).toMatchObject({ at: "in", session: marta });
    away();
    expect(await whoIsHere()).toMatchObject({ at: "away", session: marta });
  });

  it("is nobody, with the doors there are", async () => {
    says(401, { ...refusal("signed_out"), doors });
    expect(await whoIsHere()).toEqual({ at: "out", doors });
  });

  it("is not known while the database is away, and nobody is thrown out for that", async () => {
    says(503, refusal("unavailable"));
    expect(await whoIsHere()).toEqual({ at: "away", session: null });
    kept.set("galvanon.session", "{not json");
    expect(remembered()).toBeNull();
  });
});

describe("a door", () => {
  it("lets in, says for whom an invitation is, or tells why not", async () => {
    says(204);
    expect(await signIn({ name: "Marta", password: "x" })).toBeNull();
    says(200, { name: "Dorrit", passkey: null });
    expect(await signIn({ invitation: "k" })).toMatchObject({ name: "Dorrit" });
    says(401, refusal("wrong_key"));
    const told = await signIn({ name: "Marta", password: "y" }).catch((error) => error);
    expect(told).toBeInstanceOf(ApiFailure);
    expect(told.code).toBe("wrong_key");
  });

  it("forgets whoever leaves, also when the shop does not answer", async () => {
    says(200, marta);
    await whoIsHere();
    says(204);
    await signOut();
    expect(remembered()).toBeNull();
  });
});

describe("an open page", () => {
  const session = { page: "/assets/index-2.js" } as Session;
  it("is older than the shop where its script is another one", () => {
    expect(isOlder(session, "/assets/index-1.js")).toBe(true);
    expect(isOlder(session, "/assets/index-2.js")).toBe(false);
    expect(isOlder(session, "/src/main.tsx")).toBe(false);
    expect(isOlder(session, null)).toBe(false);
    expect(isOlder({ page: null } as unknown as Session, "/assets/index-1.js")).toBe(false);
  });
});
