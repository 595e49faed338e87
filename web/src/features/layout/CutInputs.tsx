/** The plate and how the torch is moved over it. */
import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { LAYOUT } from "@/text/layout";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { print } from "@/units";
import type { Asked } from "./model";

type Props = {
  asked: Asked;
  onChange: (asked: Asked) => void;
  problem: string | undefined;
  /** What each order is like, once it is known. */
  orders: readonly Schemas["OrderWire"][];
};

const PROCESSES = ["freehand", "guided", "machine"];

export function CutInputs({ asked, onChange, problem, orders }: Props) {
  const { system } = usePreferences();
  const like = (order: string) => {
    const found = orders.find((one) => one.order === order);
    if (found === undefined) return "";
    const ways = `${print(found.moves_mm, "length", system)} ${LAYOUT.ways}`;
    return `: ${ways}, ${found.warm_starts} ${LAYOUT.warm}`;
  };
  const plate = (change: Partial<Asked["plate"]>) =>
    onChange({ ...asked, plate: { ...asked.plate, ...change } });
  const field = (label: string, name: keyof Asked["plate"]) => (
    <MeasureField
      label={label}
      value={asked.plate[name]}
      kind="length"
      onCommit={(value) => plate({ [name]: value })}
    />
  );
  return (
    <section aria-label={LAYOUT.material} className="grid grid-cols-2 gap-2">
      <MeasureField
        label={LAYOUT.thickness}
        value={asked.thickness_mm}
        kind="length"
        error={problem}
        onCommit={(thickness_mm) => onChange({ ...asked, thickness_mm })}
      />
      <Choice
        label={LAYOUT.process}
        value={asked.process}
        options={PROCESSES.map((value) => ({ value, text: word(value) }))}
        onChange={(process) => onChange({ ...asked, process })}
      />
      {field(LAYOUT.plateWidth, "width_mm")}
      {field(LAYOUT.plateHeight, "height_mm")}
      {field(LAYOUT.fromLeft, "x_mm")}
      {field(LAYOUT.fromBelow, "y_mm")}
      <Choice
        label={LAYOUT.smallHoles}
        value={asked.small_holes}
        options={[
          { value: "drill", text: LAYOUT.smallDrill },
          { value: "cut", text: LAYOUT.smallCut },
        ]}
        onChange={(small_holes) => onChange({ ...asked, small_holes })}
      />
      <Choice
        label={LAYOUT.order}
        value={asked.order}
        options={[
          { value: "cool", text: LAYOUT.orderCool + like("cool") },
          { value: "near", text: LAYOUT.orderNear + like("near") },
        ]}
        onChange={(order) => onChange({ ...asked, order })}
      />
    </section>
  );
}
