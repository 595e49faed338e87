/** The rack: cylinders drawn with what is left in them, the tip drawer, hoses and the rest. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { type ReactNode, useState } from "react";
import { api, data, type GearView } from "@/api/client";
import { keys } from "@/api/keys";
import { wholeRack } from "@/api/lists";
import { SCREEN } from "@/text";
import { RACK } from "@/text/rack";
import { Button } from "@/ui/button";
import { usePreferences } from "@/ui/preferences";
import { May } from "@/ui/session";
import { Empty, Failed, Loading } from "@/ui/states";
import { Undo } from "@/ui/undo";
import { FromChart } from "./FromChart";
import { GearSheet } from "./GearSheet";
import { type Fields, type Gear, type GearKind, HEADINGS, KINDS } from "./model";
import { Cylinder, Plain, Tip } from "./Shown";

type Open = { view: GearView | null; kind: GearKind };

function Part({
  kind,
  count,
  onNew,
  more,
  children,
}: {
  kind: GearKind;
  count: number;
  onNew: () => void;
  /** Another way to add to it. */
  more?: ReactNode;
  children: ReactNode;
}) {
  return (
    <section
      aria-labelledby={`rack-${kind}`}
      className="flex min-w-0 flex-col gap-2"
      data-part={kind}
    >
      <header className="flex items-center justify-between gap-2">
        <h2 id={`rack-${kind}`} className="text-lg font-semibold">
          {HEADINGS[kind]} <span className="text-sm font-normal text-ink-2">{count}</span>
        </h2>
        <May right="rack">
          <span className="flex gap-1">
            {more}
            <Button
              look="bare"
              onClick={onNew}
              aria-label={`Add to ${HEADINGS[kind].toLowerCase()}`}
            >
              <Plus size={16} aria-hidden="true" /> Add
            </Button>
          </span>
        </May>
      </header>
      {count === 0 ? (
        <Empty>{kind === "tip" ? SCREEN.emptyDrawer : SCREEN.emptyRack}</Empty>
      ) : (
        children
      )}
    </section>
  );
}

export function RackPage() {
  const { system } = usePreferences();
  const queries = useQueryClient();
  const [open, setOpen] = useState<Open | null>(null);
  const [charting, setCharting] = useState(false);
  const [gone, setGone] = useState<Gear | null>(null);
  const rack = useQuery({ queryKey: keys.rack, queryFn: wholeRack });
  const restore = useMutation({
    mutationFn: (gear: Gear) =>
      data(
        api.POST("/api/v1/gear/{id}/restore", {
          params: { path: { id: gear.id } },
          body: { version: gear.version },
        }),
      ),
    onSuccess: () => setGone(null),
    onSettled: () => queries.invalidateQueries(),
  });
  if (rack.isPending) return <Loading what="Looking through the rack" />;
  if (rack.error) return <Failed error={rack.error} onRetry={() => void rack.refetch()} />;
  const of = (kind: GearKind) => rack.data.gear.filter((view) => view.gear.kind === kind);
  const tips = (face: string) =>
    of("tip").filter((view) => ((view.gear.fields as Fields).face ?? "flush") === face);
  const part = (kind: GearKind, children: ReactNode) => (
    <Part
      key={kind}
      kind={kind}
      count={of(kind).length}
      onNew={() => setOpen({ view: null, kind })}
      more={
        kind === "tip" && (
          <Button look="bare" onClick={() => setCharting(true)}>
            {RACK.openChart}
          </Button>
        )
      }
    >
      {children}
    </Part>
  );
  return (
    <div className="flex flex-col gap-6">
      <header>
        <h1 className="text-xl font-semibold">Rack</h1>
        <p className="text-sm text-ink-2">{SCREEN.rackLead}</p>
      </header>
      {gone && (
        <Undo
          what={`Taken off the list: ${gone.label}.`}
          onUndo={() => restore.mutate(gone)}
          onDismiss={() => setGone(null)}
        />
      )}
      {part(
        "cylinder",
        <div className="flex flex-wrap gap-y-3">
          {of("cylinder").map((view) => (
            <Cylinder
              key={view.gear.id}
              view={view}
              system={system}
              onOpen={() => setOpen({ view, kind: "cylinder" })}
            />
          ))}
        </div>,
      )}
      {part(
        "tip",
        <div className="grid gap-4 lg:grid-cols-2">
          {["flush", "recessed"].map((face) => (
            <div key={face} className="flex flex-col gap-1">
              <h3 className="text-sm text-ink-2">
                {face === "flush"
                  ? "Flush face: acetylene"
                  : "Recessed face: propane, propylene, natural gas"}
              </h3>
              <div className="flex flex-wrap gap-1.5">
                {tips(face).map((view) => (
                  <Tip
                    key={view.gear.id}
                    view={view}
                    system={system}
                    onOpen={() => setOpen({ view, kind: "tip" })}
                  />
                ))}
              </div>
            </div>
          ))}
        </div>,
      )}
      <div className="grid items-start gap-6 lg:grid-cols-2">
        {KINDS.filter((kind) => kind !== "cylinder" && kind !== "tip").map((kind) =>
          part(
            kind,
            <Plain views={of(kind)} system={system} onOpen={(view) => setOpen({ view, kind })} />,
          ),
        )}
      </div>
      {charting && <FromChart rack={rack.data.gear} onClose={() => setCharting(false)} />}
      {open && (
        <GearSheet
          key={open.view?.gear.id ?? open.kind}
          view={open.view}
          kind={open.kind}
          onClose={() => setOpen(null)}
          onGone={setGone}
          onChart={() => {
            setOpen(null);
            setCharting(true);
          }}
        />
      )}
    </div>
  );
}
