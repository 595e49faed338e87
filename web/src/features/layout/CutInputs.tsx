/** The plate and how the torch is moved over it. */
import type { Schemas } from "@/api/client";
import { options } from "@/text";
import { fill } from "@/text/fill";
import { LAYOUT } from "@/text/layout";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { clock, print } from "@/units";
import type { Asked } from "./model";

type Props = {
  asked: Asked;
  onChange: (asked: Asked) => void;
  problem: string | undefined;
  /** What each order is like, once it is known. */
  orders: readonly Schemas["OrderWire"][];
  /** Whether the part hangs over its plate. */
  hangs: boolean;
};

const PROCESSES = ["freehand", "guided", "machine"];

export function CutInputs({ asked, onChange, problem, orders, hangs }: Props) {
  const { system } = usePreferences();
  const like = (order: string) => {
    const found = orders.find((one) => one.order === order);
    if (found === undefined || found.moves_mm === 0) return null;
    const far = print(found.moves_mm, "length", system);
    const n = found.warm_starts;
    const ways = fill(LAYOUT.between, { far, time: clock(found.moves_s), n });
    const rest = found.cooling_s > 0 ? ` (${clock(found.cooling_s)} ${LAYOUT.waiting})` : "";
    return `${ways}${rest}`;
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
        options={options(PROCESSES)}
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
        label={LAYOUT.tabs}
        value={asked.tabs}
        options={[
          { value: "long", text: LAYOUT.tabsLong },
          { value: "none", text: LAYOUT.tabsNone },
        ]}
        onChange={(tabs) => onChange({ ...asked, tabs })}
      />
      <Choice
        label={LAYOUT.order}
        value={asked.order}
        options={[
          { value: "cool", text: LAYOUT.orderCool },
          { value: "near", text: LAYOUT.orderNear },
        ]}
        onChange={(order) => onChange({ ...asked, order })}
      />
      <dl className="col-span-2 text-xs text-ink-2" data-orders={orders.length}>
        {[
          { order: "cool", name: LAYOUT.orderCool },
          { order: "near", name: LAYOUT.orderNear },
        ].map(
          ({ order, name }) =>
            like(order) !== null && (
              <div key={order} className={order === asked.order ? "font-semibold text-ink" : ""}>
                <dt className="inline">{name}: </dt>
                <dd className="inline">{like(order)}</dd>
              </div>
            ),
        )}
      </dl>
      {hangs && <p className="col-span-2 text-sm text-caution">{LAYOUT.hangsOver}</p>}
    </section>
  );
}
