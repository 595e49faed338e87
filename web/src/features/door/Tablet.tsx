/** The door of a registered tablet: a name, then a PIN, for one gloved finger. */
import { useState } from "react";
import type { Doors } from "@/api/session";
import { DOOR } from "@/text/door";
import { Failed } from "@/ui/states";
import { ByPassword } from "./Desk";
import { PIN_SHORTEST, touched } from "./model";
import { useDoor } from "./useDoor";

const PAD = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "wipe", "0"] as const;
const BIG = "min-h-16 rounded-md border-2 border-line-strong bg-sheet text-xl font-semibold";

function Pad({ name, onOther }: { name: string; onOther: () => void }) {
  const { door } = useDoor();
  const [pin, setPin] = useState("");
  const come = () => {
    door.mutate({ name, pin }, { onError: () => setPin("") });
  };
  return (
    <form
      className="flex flex-col gap-3"
      data-pad=""
      onSubmit={(event) => {
        event.preventDefault();
        come();
      }}
    >
      <label className="flex flex-col gap-1 text-xl font-semibold">
        {DOOR.pin} {name}
        <input
          name="pin"
          type="password"
          inputMode="numeric"
          autoComplete="off"
          value={pin}
          onChange={(event) => setPin(event.target.value.replace(/\D/g, "").slice(0, 8))}
          className="h-16 rounded-md border-2 border-line-strong bg-sheet px-3 text-center text-2xl tracking-[0.5em]"
        />
      </label>
      <div className="grid grid-cols-3 gap-2">
        {PAD.map((key) => (
          <button
            key={key}
            type="button"
            className={`${BIG} hover:bg-accent-soft`}
            onClick={() => setPin((now) => touched(now, key))}
          >
            {key === "wipe" ? DOOR.wipe : key}
          </button>
        ))}
        <button
          type="submit"
          className="min-h-16 rounded-md bg-accent text-xl font-semibold text-accent-ink disabled:opacity-50"
          disabled={pin.length < PIN_SHORTEST || door.isPending}
        >
          {DOOR.signIn}
        </button>
      </div>
      {door.error && <Failed error={door.error} />}
      <button type="button" className={`${BIG} hover:bg-sunk`} onClick={onOther}>
        {DOOR.others}
      </button>
    </form>
  );
}

export function Tablet({ doors }: { doors: Doors }) {
  const [name, setName] = useState<string | null>(null);
  const [typed, setTyped] = useState(false);
  if (typed) return <ByPassword alone />;
  if (name !== null) return <Pad name={name} onOther={() => setName(null)} />;
  return (
    <div className="flex flex-col gap-3">
      <h2 className="text-xl font-semibold">{DOOR.atTablet}</h2>
      <ul className="grid gap-2 sm:grid-cols-2">
        {doors.people.map((each) => (
          <li key={each.name}>
            <button
              type="button"
              className={`${BIG} w-full px-3 text-left hover:border-accent hover:bg-accent-soft`}
              onClick={() => setName(each.name)}
            >
              {each.name}
            </button>
          </li>
        ))}
      </ul>
      <button type="button" className={`${BIG} hover:bg-sunk`} onClick={() => setTyped(true)}>
        {DOOR.byOther}
      </button>
    </div>
  );
}
