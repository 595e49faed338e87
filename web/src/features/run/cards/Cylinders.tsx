/** The cylinders that may stand on the rig, and those that lay down and stand their time first. */
import { RUN } from "@/text/run";
import { usePreferences } from "@/ui/preferences";
import { print } from "@/units";
import { moment } from "../clock";
import type { Doc } from "../model";
import { Big } from "../panels/Big";

/** Those that lay down are told before anything else: none of them is drawn on before its time is up. */
export function Lying({ doc }: { doc: Doc }) {
  const lying = doc.cylinders.filter((each) => each.stands_until != null);
  return lying.map((each) => (
    <p
      key={each.gear_id}
      className="rounded-md border-4 border-stop bg-stop-soft p-3 text-xl"
      data-lying={each.label}
    >
      <strong>{each.label}</strong> {RUN.laidDown} {moment(each.stands_until ?? "")}.
    </p>
  ));
}

type Props = { doc: Doc; rigged: readonly string[]; onRigged: (rigged: string[]) => void };

export function Cylinders({ doc, rigged, onRigged }: Props) {
  const { system } = usePreferences();
  if (doc.cylinders.length === 0) return null;
  return (
    <fieldset className="flex flex-col gap-2" data-cylinders="">
      <legend className="pb-1 text-xl font-semibold">{RUN.cylinders}</legend>
      <div className="flex flex-wrap gap-2">
        {doc.cylinders.map((each) => {
          const on = rigged.includes(each.gear_id);
          const others = rigged.filter((id) => id !== each.gear_id);
          return (
            <Big
              key={each.gear_id}
              look={on ? "picked" : "plain"}
              aria-pressed={on}
              onClick={() => onRigged(on ? others : [...others, each.gear_id])}
              data-cylinder={each.label}
            >
              {each.label}:{" "}
              {each.free_gas_l == null ? RUN.unread : print(each.free_gas_l, "gas_volume", system)}
            </Big>
          );
        })}
      </div>
    </fieldset>
  );
}
