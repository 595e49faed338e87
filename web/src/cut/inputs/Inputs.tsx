/** What is cut and how: the numbers and words behind the drawing, each typed or picked. */

import { ChevronDown } from "lucide-react";
import { Collapsible } from "radix-ui";
import { options } from "@/text";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { HeatNumber } from "./HeatNumber";
import { type InputsProps, More } from "./More";
import { number } from "./options";
import { useRefused } from "./useRefused";

const PROCESSES = options(["freehand", "guided", "machine"]);
const STARTS = options(["edge", "drilled_hole", "pierce"]);
const QUALITIES = options(["fine", "standard", "severance"]);
const FACES = options(["clean", "mill_scale", "light_rust", "heavy_rust", "paint", "galvanised"]);

export function Inputs({ request, errors, reference, onChange, laid = false }: InputsProps) {
  const { steel, cut } = request;
  const error = useRefused(errors);
  return (
    <Collapsible.Root className="flex flex-col gap-2">
      <div className="grid grid-cols-[repeat(auto-fill,minmax(112px,1fr))] items-start gap-2">
        <MeasureField
          label="Thickness"
          kind="length"
          value={number(steel.thickness_mm)}
          error={error("steel.thickness_mm")}
          onCommit={(thickness_mm) => onChange({ steel: { thickness_mm } })}
        />
        {!laid && (
          <MeasureField
            label="Length of cut"
            kind="length"
            value={number(cut.length_mm)}
            error={error("cut.length_mm")}
            onCommit={(length_mm) => onChange({ cut: { length_mm } })}
          />
        )}
        <Choice
          label="Torch is moved"
          value={cut.process ?? "guided"}
          options={PROCESSES}
          onChange={(process) => onChange({ cut: { process } })}
        />
        <HeatNumber
          value={steel.heat_number}
          onCommit={(heat_number) => onChange({ steel: { heat_number } })}
        />
        <Choice
          label="Near face"
          value={steel.surface ?? "clean"}
          options={FACES}
          onChange={(surface) => onChange({ steel: { surface } })}
        />
        <Choice
          label="Far face"
          value={steel.back_surface ?? "clean"}
          options={FACES}
          onChange={(back_surface) => onChange({ steel: { back_surface } })}
        />
        {!laid && (
          <Choice
            label="Start"
            value={cut.start ?? "edge"}
            options={STARTS}
            onChange={(start) => onChange({ cut: { start } })}
          />
        )}
        <Choice
          label="Edge asked"
          value={cut.quality ?? "standard"}
          options={QUALITIES}
          onChange={(quality) => onChange({ cut: { quality } })}
        />
      </div>
      <Collapsible.Content className="grid grid-cols-[repeat(auto-fill,minmax(112px,1fr))] items-start gap-2">
        <More {...{ request, errors, reference, onChange, laid }} />
      </Collapsible.Content>
      <Collapsible.Trigger className="group inline-flex h-7 items-center gap-1 self-start rounded-md px-1 text-xs text-ink-2 hover:bg-sunk">
        <ChevronDown size={14} aria-hidden="true" className="group-data-[state=open]:rotate-180" />
        Pieces, grade, layers, access,{laid ? "" : " stroke, scrap side, bevel,"} plate temperature,
        purity, tip
      </Collapsible.Trigger>
    </Collapsible.Root>
  );
}
