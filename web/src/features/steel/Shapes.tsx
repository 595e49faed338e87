/** Rolled shapes and tubes, found as one types them, drawn to scale with their sizes. */
import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { Flame } from "lucide-react";
import { useId } from "react";
import { v7 } from "uuid";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { useOnBench, useShapes } from "@/cut";
import { SectionDrawing } from "@/draw/section";
import { SCREEN, word } from "@/text";
import { Button } from "@/ui/button";
import { useKept } from "@/ui/kept";
import { usePreferences } from "@/ui/preferences";
import { Failed } from "@/ui/states";
import { print } from "@/units";
import { sizesShown } from "./model";

type Profile = Schemas["ProfileWire"];

function Shape({ code }: { code: string }) {
  const { system } = usePreferences();
  const navigate = useNavigate();
  const [, setBench] = useOnBench();
  const shape = useQuery({
    queryKey: keys.outline(code),
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => data(api.GET("/api/v1/sections/outline", { params: { query: { code } } })),
  });
  if (shape.error) return <Failed error={shape.error} />;
  if (shape.data === undefined) return null;
  const { profile } = shape.data;
  const hollow = shape.data.inner.length > 0;
  const sizes = sizesShown(profile, { hollow, system });
  return (
    <aside
      className="flex flex-col gap-3 rounded-md border border-line bg-sheet p-4"
      data-shape={code}
    >
      <h2 className="flex flex-wrap items-baseline gap-x-3 text-xl font-semibold">
        {code} <span className="text-sm font-normal text-ink-2">{word(profile.family)}</span>
      </h2>
      <div className="mx-auto w-full max-w-md">
        <SectionDrawing outline={shape.data} />
      </div>
      <dl className="grid grid-cols-2 gap-x-3 gap-y-1 text-sm sm:grid-cols-3">
        {sizes.map(({ label, value }) => (
          <div key={label}>
            <dt className="text-xs text-ink-2">{label}</dt>
            <dd className="font-semibold">{value}</dd>
          </div>
        ))}
        <div>
          <dt className="text-xs text-ink-2">Mass</dt>
          <dd className="font-semibold" data-mass>
            {print(profile.mass_kg_m, "linear_mass", system)}
          </dd>
        </div>
        <div>
          <dt className="text-xs text-ink-2">Area</dt>
          <dd className="font-semibold">{print(profile.area_mm2, "area", system)}</dd>
        </div>
      </dl>
      <Button
        look="next"
        className="self-start"
        onClick={() => {
          setBench({
            key: v7(),
            typed: `${code} square, freehand`,
            heading: code,
            input: {
              section: { profile: code, cut: { kind: "square" } },
              cut: { process: "freehand" },
            },
          });
          void navigate({ to: "/" });
        }}
      >
        <Flame size={16} aria-hidden="true" /> Plan a cut in it
      </Button>
      <p className="text-xs text-ink-2">{profile.source}.</p>
    </aside>
  );
}

function List({
  profiles,
  chosen,
  onChoose,
}: {
  profiles: readonly Profile[];
  chosen: string | null;
  onChoose: (code: string) => void;
}) {
  return (
    <ul className="grid grid-cols-2 gap-1.5 sm:grid-cols-3">
      {profiles.map((profile) => (
        <li key={profile.code}>
          <button
            type="button"
            aria-pressed={profile.code === chosen}
            onClick={() => onChoose(profile.code)}
            data-profile={profile.code}
            className="min-h-11 w-full rounded-md border border-line bg-sheet px-2 py-1.5 text-left text-sm hover:border-accent aria-pressed:border-2 aria-pressed:border-accent aria-pressed:bg-accent-soft"
          >
            {profile.code}
          </button>
        </li>
      ))}
    </ul>
  );
}

export function Shapes() {
  const id = useId();
  const [typed, setTyped] = useKept("galvanon.steel.shape", "W12x26");
  const [picked, setPicked] = useKept<string | null>("galvanon.steel.shape.picked", null);
  const found = useShapes(typed);
  const fits = typed.trim() === "" ? [] : (found.data?.profiles ?? []);
  const near = typed.trim() === "" ? [] : (found.data?.nearest ?? []);
  const chosen = fits.find((each) => each.code === picked) ?? fits[0] ?? null;
  return (
    <div className="grid items-start gap-5 lg:grid-cols-2" data-shapes>
      <div className="flex flex-col gap-3">
        <label htmlFor={id} className="flex flex-col gap-1.5 text-xs text-ink-2">
          Name of the shape, whole or its beginning
          <input
            id={id}
            value={typed}
            autoComplete="off"
            spellCheck={false}
            onChange={(event) => setTyped(event.target.value)}
            className="h-11 rounded-md border border-line-strong bg-sheet px-3 text-base text-ink"
          />
        </label>
        <p className="text-sm text-ink-2">{SCREEN.shapesLead}</p>
        {found.error && <Failed error={found.error} />}
        {near.length > 0 && <p className="text-sm">No shape of this name. The nearest:</p>}
        <List
          profiles={fits.length > 0 ? fits : near}
          chosen={chosen?.code ?? null}
          onChoose={(code) => {
            setPicked(code);
            if (near.length > 0) setTyped(code);
          }}
        />
      </div>
      {chosen !== null && <Shape code={chosen.code} />}
    </div>
  );
}
