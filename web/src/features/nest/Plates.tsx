/** What is bought, and how parts may lie on it. */
import { NEST } from "@/text/nest";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import type { Wish } from "./model";

type Props = {
  wish: Wish;
  onWish: (wish: Wish) => void;
  refused: Record<string, string>;
};

const named = (words: Record<string, string>) =>
  Object.entries(words).map(([value, text]) => ({ value, text }));

export function Plates({ wish, onWish, refused }: Props) {
  return (
    <fieldset className="grid grid-cols-2 items-start gap-2 sm:grid-cols-3 lg:grid-cols-5">
      <legend className="pb-1 text-sm font-semibold">{NEST.plate}</legend>
      <MeasureField
        label={NEST.along}
        kind="length"
        value={wish.width_mm}
        error={refused.width_mm}
        onCommit={(width_mm) => onWish({ ...wish, width_mm })}
      />
      <MeasureField
        label={NEST.across}
        kind="length"
        value={wish.height_mm}
        error={refused.height_mm}
        onCommit={(height_mm) => onWish({ ...wish, height_mm })}
      />
      <MeasureField
        label={NEST.margin}
        kind="length"
        value={wish.margin_mm}
        error={refused.margin_mm ?? refused["plates.0"]}
        onCommit={(margin_mm) => onWish({ ...wish, margin_mm })}
      />
      <Choice
        label={NEST.turns}
        value={wish.turns}
        options={named(NEST.turnsOf)}
        onChange={(turns) => onWish({ ...wish, turns: turns as Wish["turns"] })}
      />
      <Choice
        label={NEST.face}
        value={wish.mirror ? "yes" : "no"}
        options={named(NEST.faces)}
        onChange={(face) => onWish({ ...wish, mirror: face === "yes" })}
      />
    </fieldset>
  );
}
