/** What is said of a piece of gear in one line. Pure. */
import type { GearView } from "@/api/client";
import { word } from "@/text";
import { print, type System } from "@/units";

const timed = (marks: number) => `${marks} ${marks === 1 ? "mark" : "marks"} timed`;

/** What stands beside the name of a hose, a regulator, an arrestor or a torch. */
export function told(view: Pick<GearView, "gear">, system: System): string {
  const fields = view.gear.fields as Record<string, string | number | undefined>;
  const parts: (string | null)[] = [
    typeof fields.gas === "string" ? word(fields.gas) : null,
    typeof fields.bore_mm === "number" && typeof fields.length_m === "number"
      ? `${print(fields.bore_mm, "length", system)} × ${print(fields.length_m, "run", system)}`
      : null,
    typeof fields.grade === "string" ? `grade ${fields.grade}` : null,
    typeof fields.max_kpa === "number"
      ? `up to ${print(fields.max_kpa, "pressure", system)}`
      : null,
    typeof fields.build === "string" ? word(fields.build) : null,
    typeof fields.mixing === "string" ? word(fields.mixing) : null,
    typeof fields.fuels === "string" ? word(fields.fuels) : null,
    typeof fields.inspected_on === "string" ? `inspected ${fields.inspected_on}` : null,
    Array.isArray(view.gear.fields.dial) ? timed(view.gear.fields.dial.length) : null,
    typeof fields.rail_mm === "number" ? `rail ${print(fields.rail_mm, "length", system)}` : null,
    Array.isArray(view.gear.fields.wires_mm) ? `${view.gear.fields.wires_mm.join(", ")} mm` : null,
    typeof fields.fuel === "string" ? word(fields.fuel) : null,
    typeof fields.flow_l_min === "number" ? print(fields.flow_l_min, "gas_flow", system) : null,
  ];
  return parts.filter((part) => part !== null).join(" · ");
}

/** What is said of a piece where its name stands already: `besideName("O2 1: leaks.", "O2 1")` is `Leaks.` */
export function besideName(text: string, name: string): string {
  if (!text.startsWith(name)) return text;
  const rest = text.slice(name.length);
  const colon = rest.indexOf(": ");
  const said = colon === -1 ? rest.trim() : rest.slice(colon + 2);
  return said.charAt(0).toUpperCase() + said.slice(1);
}
