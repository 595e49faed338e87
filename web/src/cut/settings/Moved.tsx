/** What a number was before the fuel changed, or why it stays. */
import type { CutPlan } from "@/api/client";
import type { Kind, System } from "@/units";
import { type Before, movedTold } from "./told";

type Props = {
  plan: CutPlan;
  before: Before;
  quantity: string;
  value: (plan: CutPlan) => number | undefined;
  kind: Kind;
  system: System;
};

export function Moved({ plan, before, quantity, value, kind, system }: Props) {
  const told = movedTold(before, plan, { quantity, kind, value }, system);
  if (told === null) return null;
  return told.stays ? (
    <span className="text-xs text-accent" data-stays={quantity}>
      {told.text}
    </span>
  ) : (
    <span className="text-xs text-ink-2" data-was={quantity}>
      {told.text}
    </span>
  );
}
