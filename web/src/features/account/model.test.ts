import { describe, expect, it } from "vitest";
import { browserOf } from "./model";
import { grouped } from "./SecondFactor";

describe("a browser", () => {
  it("is called as a person calls it", () => {
    const chrome =
      "Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/130.0 Safari/537.36";
    expect(browserOf(chrome)).toBe("Chrome on Linux");
    expect(browserOf(`${chrome.replace("X11; Linux x86_64", "Windows NT 10.0")} Edg/130.0`)).toBe(
      "Edge on Windows",
    );
    expect(browserOf("Mozilla/5.0 (Android 14; Mobile; rv:132.0) Gecko/132.0 Firefox/132.0")).toBe(
      "Firefox on Android",
    );
    expect(browserOf("curl/8.5")).toBe("a browser");
    expect(browserOf("")).toBe("a browser");
  });
});

describe("a secret that is typed by hand", () => {
  it("stands in groups of four and loses nothing", () => {
    expect(grouped("GEZDGNBVGY3TQOJQ")).toBe("GEZD GNBV GY3T QOJQ");
    expect(grouped("GEZDG")).toBe("GEZD G");
    expect(grouped("")).toBe("");
  });
});
