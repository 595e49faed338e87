/** Two ways by the burns that are there already: alike in all else, with what was left out. */
import { useQuery } from "@tanstack/react-query";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { everybody } from "@/api/lists";
import { options, word } from "@/text";
import { KINDS } from "@/text/record";
import { BY, TRIAL } from "@/text/record/trial";
import { Choice } from "@/ui/choice";
import { useKept } from "@/ui/kept";
import { usePreferences } from "@/ui/preferences";
import { Failed } from "@/ui/states";
import { boreName, type System } from "@/units";
import { Answer } from "./Answer";
import { confounded } from "./trial";

type Option = { value: string; text: string };
type Said = { kind: string; by: string; a: string; b: string };

const FIGURES = ["speed", "start_preheat", "kerf", "oxygen", "fuel", "clean_up"];

/** What may be compared: the values that burns of the shop have. */
function optionsOf(
  by: string,
  factors: readonly Schemas["FactorWire"][],
  people: readonly Schemas["Person"][],
  system: System,
): Option[] {
  const each = (pick: (of: Schemas["FactorWire"]["class"]) => string | null | undefined) => [
    ...new Set(factors.map((factor) => pick(factor.class)).filter((it) => it != null)),
  ];
  if (by === "hand") {
    const burnt = new Set(each((of) => of.person_id));
    return people
      .filter((person) => burnt.has(person.id))
      .map((person) => ({ value: person.id, text: person.name }));
  }
  if (by === "bore") {
    const bores = each((of) => (of.bore_mm == null ? null : String(of.bore_mm)));
    return bores.map((value) => ({ value, text: boreName(Number(value), system) }));
  }
  const codes = by === "fuel" ? each((of) => of.fuel) : each((of) => of.process);
  return options(codes);
}

function Found({ said, names }: { said: Said; names: { a: string; b: string } }) {
  const found = useQuery({
    queryKey: keys.ofBurns(said),
    queryFn: () => data(api.GET("/api/v1/trials/of-burns", { params: { query: said } })),
  });
  if (found.error) return <Failed error={found.error} />;
  const reply = found.data;
  if (reply === undefined) return null;
  const differs = confounded(reply.differs);
  return (
    <div className="flex flex-col gap-1 text-sm" data-of-burns={reply.compared}>
      {reply.judged ? <Answer judged={reply.judged} names={names} /> : <p>{TRIAL.few}</p>}
      <p className="text-ink-2">
        {reply.compared} {TRIAL.compared}; {reply.left_out_a} + {reply.left_out_b} {TRIAL.leftOut}.
      </p>
      {differs !== null && <p data-differs="">{differs}</p>}
    </div>
  );
}

export function OfBurns() {
  const { system } = usePreferences();
  const [said, setSaid] = useKept("galvanon.record.of-burns", {
    kind: "speed",
    by: "hand",
    a: "",
    b: "",
  });
  const factors = useQuery({
    queryKey: keys.factors,
    queryFn: () => data(api.GET("/api/v1/factors")),
  });
  const people = useQuery({ queryKey: keys.people, queryFn: everybody });
  const options = optionsOf(
    said.by,
    factors.data?.factors ?? [],
    people.data?.people ?? [],
    system,
  );
  const known = (value: string, at: number) =>
    options.some((option) => option.value === value) ? value : (options[at]?.value ?? "");
  const a = known(said.a, 0);
  const b = known(said.b, 1);
  const named = (value: string) => options.find((option) => option.value === value)?.text ?? value;
  return (
    <section aria-label={TRIAL.burns} className="flex max-w-3xl flex-col gap-2 print:hidden">
      <h2 className="text-lg font-semibold">{TRIAL.burns}</h2>
      <p className="text-sm text-ink-2">{TRIAL.burnsLead}</p>
      <div className="grid gap-2 sm:grid-cols-4">
        <Choice
          label={TRIAL.by}
          value={said.by}
          options={["hand", "bore", "fuel", "process"].map((value) => ({
            value,
            text: BY[value] ?? value,
          }))}
          onChange={(by) => setSaid({ ...said, by, a: "", b: "" })}
        />
        <Choice
          label={TRIAL.one}
          value={a}
          options={options}
          onChange={(a) => setSaid({ ...said, a })}
        />
        <Choice
          label={TRIAL.other}
          value={b}
          options={options}
          onChange={(b) => setSaid({ ...said, b })}
        />
        <Choice
          label={TRIAL.figure}
          value={said.kind}
          options={FIGURES.map((value) => ({ value, text: KINDS[value] ?? word(value) }))}
          onChange={(kind) => setSaid({ ...said, kind })}
        />
      </div>
      {a !== "" && b !== "" && a !== b && (
        <Found said={{ kind: said.kind, by: said.by, a, b }} names={{ a: named(a), b: named(b) }} />
      )}
    </section>
  );
}
