/** The door of a desk: the demo's people, one touch each; name and password. */
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { canUsePasskeys } from "@/api/passkeys";
import { type Doors, signInByPasskey } from "@/api/session";
import { DOOR, ROLE_HELP, ROLES, type Role } from "@/text/door";
import { Button } from "@/ui/button";
import { useSession } from "@/ui/session";
import { Failed } from "@/ui/states";
import { TextField } from "@/ui/text-field";
import { useDoor } from "./useDoor";

function DemoPeople({ people }: { people: Doors["demo"] }) {
  const { door } = useDoor();
  return (
    <section aria-labelledby="demo-people" className="flex flex-col gap-2">
      <h2 id="demo-people" className="text-sm font-semibold">
        {DOOR.demo}
      </h2>
      <ul className="grid gap-2 sm:grid-cols-2 md:grid-cols-1 lg:grid-cols-2">
        {people.map(({ name, role }) => (
          <li key={name}>
            <button
              type="button"
              disabled={door.isPending}
              onClick={() => door.mutate({ name, demo: true })}
              className="flex min-h-14 w-full flex-col items-start justify-center rounded-md border-2 border-line-strong bg-sheet px-3 text-left hover:border-accent hover:bg-accent-soft"
            >
              <span className="text-base font-semibold">{name}</span>
              <span className="text-xs text-ink-2">
                {ROLES[role as Role]}: {ROLE_HELP[role as Role]}
              </span>
            </button>
          </li>
        ))}
      </ul>
      <p className="text-xs text-ink-2">{DOOR.demoOnly}</p>
      {door.error && <Failed error={door.error} />}
    </section>
  );
}

export function ByPassword({
  alone,
  passkeys,
}: {
  alone: boolean;
  passkeys?: string | null | undefined;
}) {
  const { door, asksCode } = useDoor();
  const { enter } = useSession();
  const byPasskey = useMutation({ mutationFn: (name: string) => signInByPasskey(name, enter) });
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const [code, setCode] = useState("");
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        door.mutate({ name, password, ...(code ? { code } : {}) });
      }}
    >
      {!alone && <h2 className="text-sm font-semibold">{DOOR.byPassword}</h2>}
      <TextField
        size="door"
        label={DOOR.name}
        name="name"
        autoComplete="username"
        value={name}
        onChange={setName}
      />
      <TextField
        size="door"
        label={DOOR.password}
        name="password"
        type="password"
        autoComplete="current-password"
        value={password}
        onChange={setPassword}
      />
      {(asksCode || code !== "") && (
        <TextField
          size="door"
          label={DOOR.code}
          name="code"
          inputMode="numeric"
          autoComplete="one-time-code"
          value={code}
          onChange={setCode}
        />
      )}
      {door.error && <Failed error={door.error} />}
      <Button
        type="submit"
        look="next"
        className="min-h-11 justify-center"
        disabled={name.trim() === "" || password === "" || door.isPending}
      >
        {DOOR.signIn}
      </Button>
      {canUsePasskeys(passkeys) && (
        <Button
          className="min-h-11 justify-center"
          disabled={name.trim() === "" || byPasskey.isPending}
          onClick={() => byPasskey.mutate(name)}
        >
          {DOOR.byPasskey}
        </Button>
      )}
      {byPasskey.error && <Failed error={byPasskey.error} />}
    </form>
  );
}

export function Desk({ doors }: { doors: Doors }) {
  const demo = doors.demo.length > 0;
  return (
    <div className={demo ? "grid gap-6 md:grid-cols-[3fr_2fr]" : "flex flex-col"}>
      {demo && <DemoPeople people={doors.demo} />}
      <ByPassword alone={!demo} passkeys={doors.passkeys} />
    </div>
  );
}
