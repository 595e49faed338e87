/** Which cut of a shape, and its measures. */

import type { SectionInput } from "@/api/client";
import { options } from "@/text";
import { Choice } from "@/ui/choice";
import { useLimits } from "@/ui/limits";
import { MeasureField } from "@/ui/measure-field";
import { type Field, fieldsOf, isRound, shownIn, USUAL } from "./asks";
import type { Part } from "./part";

type Cut = NonNullable<SectionInput["cut"]>;

const FLANGES = [
  { value: "top", text: "upper" },
  { value: "bottom", text: "lower" },
  { value: "both", text: "both" },
];
const ACROSS = [
  { value: "depth", text: "through the depth" },
  { value: "width", text: "through the width" },
];
const STARTS = options(["pierce", "drilled_hole"]);

export function CutInputs({ section, kinds, error, of }: Part & { kinds: readonly string[] }) {
  const cut = section.cut as Cut;
  const taken = useLimits()?.usual_of_a_shape ?? null;
  const ofCut = (change: Partial<Cut>) => of({ cut: { ...cut, ...change } });
  return (
    <>
      <Choice
        label="Cut"
        value={cut.kind}
        options={options([...new Set([...kinds, cut.kind])])}
        error={error("section.cut.kind")}
        onChange={(kind) => of({ cut: { kind, ...USUAL[kind] }, way: null })}
      />
      {cut.kind === "web_opening" && (
        <Choice
          label="Form"
          value={isRound(cut) ? "round" : "square"}
          options={[
            { value: "square", text: "four corners" },
            { value: "round", text: "round" },
          ]}
          onChange={(form) =>
            of({
              cut:
                form === "round"
                  ? { kind: "web_opening", diameter_mm: 80 }
                  : { kind: "web_opening", ...USUAL.web_opening },
            })
          }
        />
      )}
      {fieldsOf(cut).map(({ key, label, kind }: Field) => (
        <MeasureField
          key={key}
          label={label}
          kind={kind ?? "length"}
          value={shownIn(cut, key, { piece_mm: section.piece_length_mm, taken })}
          error={error(`section.cut.${key}`)}
          onCommit={(value) => ofCut({ [key]: value })}
        />
      ))}
      {cut.kind === "mitre" && (
        <Choice
          label="Slants"
          value={cut.across ?? "depth"}
          options={ACROSS}
          onChange={(across) => ofCut({ across })}
        />
      )}
      {["cope", "access_hole", "strip"].includes(cut.kind) && (
        <Choice
          label="At the flange"
          value={cut.flanges ?? "top"}
          options={FLANGES}
          onChange={(flanges) => ofCut({ flanges })}
        />
      )}
      {cut.kind === "web_opening" && (
        <Choice
          label="Start"
          value={cut.start ?? "pierce"}
          options={STARTS}
          onChange={(start) => ofCut({ start })}
        />
      )}
    </>
  );
}
