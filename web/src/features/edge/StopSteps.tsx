/** What to shut, in order, in large type; then the gear that stays out of service until it was looked at. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type GearView } from "@/api/client";
import { keys } from "@/api/keys";
import { wholeRack } from "@/api/lists";
import { SCREEN, word } from "@/text";
import { told } from "@/text/told";
import { Button } from "@/ui/button";
import { Mark } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { Failed } from "@/ui/states";
import { Undo } from "@/ui/undo";
import type { Trouble } from "./model";

/** Pieces shown at once: a shop has many tips, and the one in the hand is soon found. */
const SHOWN = 12;

/** Gear of some kinds, in service, to be kept out of it. */
function KeepOut({ trouble }: { trouble: Trouble }) {
  const queries = useQueryClient();
  const [taken, setTaken] = useState<GearView["gear"] | null>(null);
  const [open, setOpen] = useState(false);
  const rack = useQuery({
    queryKey: keys.rack,
    enabled: open,
    queryFn: wholeRack,
  });
  const set = useMutation({
    mutationFn: ({ gear, out }: { gear: GearView["gear"]; out: boolean }) => {
      const day = new Date().toLocaleDateString("en", { day: "numeric", month: "short" });
      const why = `${trouble.text}, ${day}`;
      const body = { version: gear.version, in_service: !out, out_because: out ? why : "" };
      return data(api.PATCH("/api/v1/gear/{id}", { params: { path: { id: gear.id } }, body }));
    },
    onSuccess: async (gear, { out }) => {
      setTaken(out ? gear : null);
      await queries.invalidateQueries({ queryKey: keys.rack });
    },
  });
  const of = (kind: string) =>
    (rack.data?.gear ?? []).filter(({ gear }) => gear.kind === kind && gear.in_service);
  return (
    <div className="flex flex-col gap-2" data-keep-out>
      {!open && (
        <Button className="self-start" onClick={() => setOpen(true)}>
          Keep gear out of service: {trouble.gear.map(word).join(", ")}
        </Button>
      )}
      {taken !== null && (
        <Undo
          what={`${taken.label} is out of service.`}
          onUndo={() => set.mutate({ gear: taken, out: false })}
          onDismiss={() => setTaken(null)}
        />
      )}
      {set.error && <Failed error={set.error} />}
      {open &&
        trouble.gear.map((kind) => (
          <fieldset key={kind} className="flex flex-wrap items-center gap-1.5 text-sm">
            <legend className="mb-1 text-sm font-semibold first-letter:uppercase">
              {word(kind)}: which one? It shows as out on the rack at once.
            </legend>
            {of(kind)
              .slice(0, SHOWN)
              .map(({ gear }) => (
                <Button
                  key={gear.id}
                  disabled={set.isPending}
                  onClick={() => set.mutate({ gear, out: true })}
                >
                  {gear.label}
                </Button>
              ))}
            {rack.data && of(kind).length === 0 && (
              <span className="text-ink-2">none in service on the rack</span>
            )}
          </fieldset>
        ))}
    </div>
  );
}

/** The first steps shut something: they are the largest. */
const SHUT = 3;

/** The steps of a trouble; in large type where something must be shut first. */
export function Steps({ trouble }: { trouble: Trouble }) {
  const { system } = usePreferences();
  const large = trouble.urgency === "stop";
  return (
    <ol className={`flex flex-col ${large ? "gap-2" : "gap-1 text-base"}`}>
      {trouble.steps.map((step, i) => (
        <li key={step.code} className="flex gap-3">
          <span
            className={`grid shrink-0 place-items-center rounded-full font-semibold ${large ? "size-9 bg-stop text-lg text-sheet" : "size-6 bg-sunk text-sm"}`}
          >
            {i + 1}
          </span>
          <span
            className={!large ? "" : i < SHUT ? "text-xl font-semibold" : "self-center text-lg"}
          >
            {told("steps", step.code, step.values, system, step.text)}
          </span>
        </li>
      ))}
    </ol>
  );
}

export function StopSteps({ trouble }: { trouble: Trouble }) {
  return (
    <section
      role="alert"
      aria-label={trouble.text}
      className="flex flex-col gap-3 rounded-md border-3 border-stop bg-stop-soft p-4"
      data-danger={trouble.finding ?? trouble.code}
    >
      <h2 className="flex items-center gap-2 text-lg font-semibold">
        <Mark level="stop" size={28} /> STOP. {trouble.text}
      </h2>
      <Steps trouble={trouble} />
      {trouble.gear.length > 0 && <KeepOut trouble={trouble} />}
      <p className="text-sm">{SCREEN.manual}</p>
    </section>
  );
}
