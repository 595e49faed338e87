/** The part: a shape by its measures, or a drawing. */
import { Plus, X } from "lucide-react";
import type { ApiFailure, Schemas } from "@/api/client";
import { refusal } from "@/text";
import { LAYOUT, MEASURES, SHAPES } from "@/text/layout";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { FilePick } from "@/ui/file-pick";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { Failed } from "@/ui/states";
import type { Asked, Hole } from "./model";
import { formatOf, HOLED, MEASURES_OF, withShape } from "./model";

type Props = {
  asked: Asked;
  onChange: (asked: Asked) => void;
  failure: ApiFailure | null;
  drawing: Schemas["DrawingReply"] | undefined;
};

const OPTIONS = Object.entries(SHAPES).map(([value, text]) => ({ value, text }));
/** The part of a line that no shape is known of. */
const AS_DRAWN = "as_drawn";

export function PartInputs({ asked, onChange, failure, drawing }: Props) {
  const { system } = usePreferences();
  const error = (path: string) => {
    const found = failure?.fields.find((field) => field.path === path);
    return found === undefined ? undefined : refusal(found, system);
  };
  const take = async (file: File) => {
    const format = formatOf(file.name);
    if (format === null) return;
    const text = await file.text();
    onChange({
      ...asked,
      file: { name: file.name, format, text },
      fixed: null,
      unit: null,
      starts: {},
      stops: {},
      join_mm: null,
      part: 0,
    });
  };
  return (
    <section aria-label={LAYOUT.part} className="flex flex-col gap-2">
      {asked.fixed !== null && <p className="text-sm">{LAYOUT.fixed}</p>}
      {asked.file === null ? (
        <ShapeInputs asked={asked} onChange={onChange} error={error} />
      ) : (
        <DrawingInputs asked={asked} onChange={onChange} drawing={drawing} failure={failure} />
      )}
      <span className="flex flex-wrap gap-2">
        <FilePick label={LAYOUT.file} accept=".dxf,.svg" onPick={(file) => void take(file)} />
        {asked.file !== null && (
          <Button onClick={() => onChange({ ...asked, file: null })}>{LAYOUT.fromShape}</Button>
        )}
      </span>
    </section>
  );
}

function ShapeInputs({
  asked,
  onChange,
  error,
}: Pick<Props, "asked" | "onChange"> & { error: (path: string) => string | undefined }) {
  const drawn = asked.fixed !== null;
  const measure = (field: string, value: number | null) => {
    const { [field]: _, ...others } = asked.measures;
    onChange({ ...asked, measures: value === null ? others : { ...others, [field]: value } });
  };
  const hole = (i: number, next: Hole | null) =>
    onChange({
      ...asked,
      holes: asked.holes.flatMap((one, at) => (at === i ? (next ?? []) : one)),
    });
  const middle: Hole = {
    x_mm: (asked.measures.width_mm ?? 100) / 2,
    y_mm: (asked.measures.height_mm ?? 100) / 2,
    diameter_mm: 33.3375,
  };
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <Choice
          label={LAYOUT.shape}
          value={drawn ? AS_DRAWN : asked.shape}
          options={[...(drawn ? [{ value: AS_DRAWN, text: LAYOUT.asDrawn }] : []), ...OPTIONS]}
          onChange={(shape) => shape !== AS_DRAWN && onChange(withShape(asked, shape))}
        />
        {(drawn ? [] : (MEASURES_OF[asked.shape] ?? [])).map(({ field, usual }) => (
          <MeasureField
            key={field}
            label={MEASURES[field] ?? field}
            value={asked.measures[field] ?? null}
            kind={field === "sides" ? "count" : "length"}
            error={error(field)}
            onCommit={(value) => measure(field, value)}
            {...(usual === null ? { onClear: () => measure(field, null) } : {})}
          />
        ))}
      </div>
      {!drawn && HOLED.includes(asked.shape) && (
        <ul className="flex flex-col gap-1" aria-label={LAYOUT.holes}>
          {asked.holes.map((one, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: holes have no other name than their place in the list
            <li key={i} className="grid grid-cols-[1fr_1fr_1fr_auto] items-start gap-1">
              {(["x_mm", "y_mm", "diameter_mm"] as const).map((field) => (
                <MeasureField
                  key={field}
                  label={
                    field === "x_mm"
                      ? LAYOUT.holeX
                      : field === "y_mm"
                        ? LAYOUT.holeY
                        : LAYOUT.holeAcross
                  }
                  value={one[field]}
                  kind="length"
                  error={
                    error(`holes.${i}.${field}`) ??
                    (field === "x_mm" ? error(`holes.${i}`) : undefined)
                  }
                  onCommit={(value) => hole(i, { ...one, [field]: value })}
                />
              ))}
              <Button
                look="bare"
                className="mt-4.5"
                aria-label={`${LAYOUT.dropHole} ${i + 1}`}
                onClick={() => hole(i, null)}
              >
                <X size={16} aria-hidden="true" />
              </Button>
            </li>
          ))}
          <li>
            <Button
              look="bare"
              onClick={() => onChange({ ...asked, holes: [...asked.holes, middle] })}
            >
              <Plus size={16} aria-hidden="true" /> {LAYOUT.addHole}
            </Button>
          </li>
        </ul>
      )}
    </>
  );
}

function DrawingInputs({ asked, onChange, drawing, failure }: Props) {
  const needsUnit = failure?.fields.some((field) => field.path === "unit") ?? false;
  const parts = drawing?.parts ?? [];
  return (
    <div className="flex flex-col gap-2" data-drawing={asked.file?.name}>
      <p className="text-sm font-semibold break-all">{asked.file?.name}</p>
      <div className="grid grid-cols-2 gap-2">
        {(needsUnit || asked.unit !== null) && (
          <Choice
            label={LAYOUT.unit}
            value={asked.unit ?? ""}
            options={[
              { value: "mm", text: "mm" },
              { value: "in", text: "in" },
            ]}
            onChange={(unit) => onChange({ ...asked, unit: unit === "in" ? "in" : "mm" })}
            error={needsUnit ? failure?.message : undefined}
          />
        )}
        {parts.length > 1 && (
          <Choice
            label={LAYOUT.part}
            value={String(Math.min(asked.part, parts.length - 1))}
            options={parts.map((part, i) => ({
              value: String(i),
              text: part.name ?? String(i + 1),
            }))}
            onChange={(part) => onChange({ ...asked, part: Number(part) })}
          />
        )}
        <MeasureField
          label={LAYOUT.joinWithin}
          value={asked.join_mm ?? drawing?.joined_within_mm ?? 0.05}
          kind="bore"
          onCommit={(join_mm) => onChange({ ...asked, join_mm })}
        />
      </div>
      {!needsUnit && failure !== null && <Failed error={failure} />}
      {drawing !== undefined && drawing.problems.length > 0 && (
        <ul
          aria-label={LAYOUT.problems}
          className="flex max-h-40 flex-col gap-1 overflow-y-auto text-sm"
          data-problems=""
        >
          {drawing.problems.map((problem, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the list is replaced as a whole
            <li key={i} className="rounded-sm bg-caution-soft px-2 py-1">
              {problem.text}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
