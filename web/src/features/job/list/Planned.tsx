/** How far a list is planned, what came of it, and the keeping of what is understood. */
import { Progress } from "radix-ui";
import { Button } from "@/ui/button";
import { LevelWord } from "@/ui/mark";
import { Failed } from "@/ui/states";
import { clock } from "@/units";
import { type Progress as Come, tally } from "./list";
import { Rows } from "./Rows";

type Props = { come: Come; keeping: boolean; error: Error | null; onKeep: () => void };

export function Planned({ come, keeping, error, onKeep }: Props) {
  const { good, counts, seconds, part } = tally(come);
  const faulty = counts.error;
  return (
    <>
      <Progress.Root
        value={100 * part}
        aria-label="Rows planned"
        className="h-1.5 w-full overflow-hidden bg-sunk"
      >
        <Progress.Indicator
          className="h-full bg-accent"
          style={{
            width: `${100 * part}%`,
          }}
        />
      </Progress.Root>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2" data-list-done={come.done}>
        <span className="text-sm">
          <strong>
            {come.rows.length} of {come.total}
          </strong>{" "}
          rows{seconds > 0 && `, ${clock(seconds)} in all`}
        </span>
        {(["ok", "caution", "stop"] as const).map((level) => (
          <span key={level} className="flex items-center gap-1 text-sm">
            <LevelWord level={level} /> {counts[level]}
          </span>
        ))}
        {faulty > 0 && (
          <span className="text-sm font-semibold text-stop" data-faulty={faulty}>
            {faulty} not understood
          </span>
        )}
        <Button
          look="next"
          disabled={!come.done || good.length === 0 || keeping}
          onClick={() => onKeep()}
        >
          {faulty === 0 ? `Keep all ${good.length}` : `Keep the ${good.length} that are understood`}
        </Button>
      </div>
      {error != null && <Failed error={error} />}
      <Rows rows={come.rows} />
    </>
  );
}
