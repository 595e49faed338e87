/** A question on which the trade disagrees: its schools with their reasons, one of them the shop's. */
import { RadioGroup } from "radix-ui";
import { ACTS, type School } from "./figures";

export function Question({
  schools,
  value,
  onPick,
}: {
  schools: School[];
  value: unknown;
  onPick: (option: string) => void;
}) {
  const first = schools[0];
  if (first === undefined) return null;
  return (
    <li className="grid gap-x-6 gap-y-1 px-4 py-3 md:grid-cols-[200px_minmax(0,1fr)]">
      <div>
        <h4 className="font-semibold">{first.question_text}</h4>
        <p className="text-xs text-ink-2">{ACTS[first.acts] ?? ""}</p>
      </div>
      <RadioGroup.Root
        value={String(value)}
        onValueChange={onPick}
        aria-label={first.question_text}
        className="grid gap-1 sm:grid-cols-2 lg:grid-cols-3"
      >
        {schools.map((school) => (
          <RadioGroup.Item
            key={school.option}
            value={school.option}
            className="rounded-md border border-line px-3 py-1.5 text-left hover:bg-sunk data-[state=checked]:border-2 data-[state=checked]:border-accent data-[state=checked]:bg-accent-soft"
          >
            <span className="block text-sm font-semibold">{school.option_text}</span>
            <span className="block text-xs text-ink-2">{school.reason}</span>
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
    </li>
  );
}
