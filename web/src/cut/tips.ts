/** The tips one may ask for: those of the drawer that suit the fuel's face, by their marks; our own series where none is owned. */
import type { CutPlanRequest } from "@/api/client";
import { word } from "@/text";
import { tipShort } from "@/text/tip";

type Asked = { bore_mm: number; face?: string | null };
export type TipPick = { tip: Asked; text: string };
type Given = CutPlanRequest["tip"];

type Known = {
  bores_mm: readonly number[];
  fuels: readonly { fuel: string; tip_face: string }[];
};

export function tipsToPick(
  request: Pick<CutPlanRequest, "drawer" | "gas">,
  known: Known | undefined,
): readonly TipPick[] {
  const drawer = request.drawer ?? [];
  if (drawer.length === 0)
    return (known?.bores_mm ?? []).map((bore_mm) => ({
      tip: { bore_mm },
      text: tipShort({ bore_mm }),
    }));
  const wanted = known?.fuels.find((each) => each.fuel === request.gas.fuel)?.tip_face;
  const fitting = drawer.filter((tip) => tip.face == null || tip.face === wanted);
  const picks = fitting.map((tip) => {
    const { bore_mm, face, mark, name, kind } = tip;
    const own = [
      tipShort({ bore_mm, mark: mark ?? null }),
      kind == null || kind === "general" ? null : word(kind),
      name,
    ];
    const text = own.filter((part) => part != null && part !== "").join(", ");
    return { tip: face == null ? { bore_mm } : { bore_mm, face }, text };
  });
  // two alike are one to the planner: it takes the first
  return picks.filter((pick, i) => picks.findIndex((each) => isSameTip(each, pick.tip)) === i);
}

/** Whether a choice is the tip that a request asks for. */
export function isSameTip(pick: TipPick, tip: Given | Asked): boolean {
  if (tip == null) return false;
  const face = tip.face ?? null;
  return pick.tip.bore_mm === tip.bore_mm && (face === null || (pick.tip.face ?? face) === face);
}
