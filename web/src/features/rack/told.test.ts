import { expect, it } from "vitest";
import { besideName, told } from "./told";

const gear = (fields: object) => ({ gear: { fields } }) as never;

it("says of a hose how wide and how long it is, in the reader's units", () => {
  const hose = gear({ gas: "oxygen", bore_mm: 6.35, length_m: 15.24, grade: "T" });
  expect(told(hose, "inch")).toBe("oxygen · 1/4 in × 50 ft · grade T");
  expect(told(hose, "metric")).toContain("15.24 m");
});

it("says of a carriage its marks and rail, and of wires how thick they are", () => {
  const carriage = gear({ dial: [{ mark: 3 }, { mark: 6 }], rail_mm: 2438.4 });
  expect(told(carriage, "inch")).toBe("2 marks timed · rail 96 in");
  expect(told(gear({ dial: [{ mark: 3 }] }), "inch")).toBe("1 mark timed");
  expect(told(gear({ wires_mm: [0.8, 1.2] }), "inch")).toBe("0.8, 1.2 mm");
});

it("says nothing of what nobody filled in", () => {
  expect(told(gear({}), "metric")).toBe("");
  expect(told(gear({ bore_mm: 6.35 }), "metric")).toBe("");
});

it("does not say a name twice where it stands already", () => {
  const name = "Acet. 3: by the door";
  expect(besideName(`${name}: acetylene that lay down stands upright 24 hours.`, name)).toBe(
    "Acetylene that lay down stands upright 24 hours.",
  );
  expect(besideName(`${name} is out of service: empty, marked for the supplier.`, name)).toBe(
    "Empty, marked for the supplier.",
  );
  expect(besideName("O2 1 leaks.", "O2 1")).toBe("Leaks.");
  expect(besideName("The rack is locked.", "O2 1"), "of nobody by name").toBe(
    "The rack is locked.",
  );
});
