/** Who holds the torch is not cleared for a cut: told here, and a foreman who stands by may clear them for the day. */
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { nameOf } from "@/cut";
import { sentence } from "@/text";
import { RUN } from "@/text/run";
import { usePreferences } from "@/ui/preferences";
import { type Doc, unclearedOf, widestOf } from "../model";
import { Big } from "../panels/Big";

const FIELD = "h-16 w-full rounded-md border-2 border-line-strong bg-sheet px-3 text-xl";

function Clearing({ doc, who, onDone }: { doc: Doc; who: string; onDone: () => void }) {
  const [name, setName] = useState("");
  const [key, setKey] = useState("");
  const [because, setBecause] = useState("");
  const clear = useMutation({
    mutationFn: () => {
      // digits are a PIN; whoever has a password types that
      const by = /^\d{4,8}$/.test(key) ? { name, pin: key } : { name, password: key };
      const body = { clearance: { person_id: who, ...widestOf(doc, who) }, because, by };
      return data(api.POST("/api/v1/clearances/override", { body }));
    },
    onSuccess: onDone,
  });
  const field = (label: string, value: string, set: (next: string) => void, type = "text") => (
    <label className="flex flex-col gap-1 text-xl">
      {label}
      <input
        type={type}
        autoComplete="off"
        value={value}
        onChange={(event) => set(event.target.value)}
        className={FIELD}
      />
    </label>
  );
  return (
    <form
      className="flex flex-col gap-2"
      data-clearing=""
      onSubmit={(event) => {
        event.preventDefault();
        clear.mutate();
      }}
    >
      {field(RUN.foreman, name, setName)}
      {field(RUN.theirKey, key, setKey, "password")}
      {field(RUN.whyCleared, because, setBecause)}
      {clear.error && <p className="text-xl font-semibold text-stop">{clear.error.message}</p>}
      <Big
        look="next"
        type="submit"
        disabled={[name, key, because].some((text) => text.trim() === "") || clear.isPending}
      >
        {RUN.clearForToday}
      </Big>
    </form>
  );
}

export function Cleared({
  doc,
  who,
  reached,
  onChanged,
}: {
  doc: Doc;
  who: string | null;
  reached: boolean;
  onChanged: () => void;
}) {
  const { system } = usePreferences();
  const [clearing, setClearing] = useState(false);
  const missing = unclearedOf(doc, who);
  if (who === null || missing.length === 0) return null;
  return (
    <section
      className="flex flex-col gap-2 rounded-md border-4 border-caution bg-caution-soft p-3 text-xl"
      aria-label={RUN.notCleared}
      data-uncleared={missing.length}
    >
      <h2 className="font-bold">{RUN.notCleared}</h2>
      <ul className="flex flex-col gap-1">
        {missing.map(({ cut, note }) => (
          <li key={cut.line.id}>
            <strong>{nameOf(cut, system)}.</strong>{" "}
            {sentence("notes", note.code, note.values, system, note.text)}
          </li>
        ))}
      </ul>
      {!reached && <p className="font-semibold">{RUN.clearNeedsShop}</p>}
      {reached && !clearing && <Big onClick={() => setClearing(true)}>{RUN.foremanClears}</Big>}
      {reached && clearing && (
        <Clearing
          doc={doc}
          who={who}
          onDone={() => {
            setClearing(false);
            onChanged();
          }}
        />
      )}
    </section>
  );
}
