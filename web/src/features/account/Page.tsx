/** One's own account: password, PIN, second factor, where one is signed in, tokens. */
import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, data } from "@/api/client";
import { ACCOUNT } from "@/text/account";
import { ROLE_HELP, ROLES } from "@/text/door";
import { Button } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { useSession } from "@/ui/session";
import { Failed } from "@/ui/states";
import { TextField } from "@/ui/text-field";
import { Part } from "./Part";
import { Passkeys } from "./Passkeys";
import { SecondFactor } from "./SecondFactor";
import { Sessions } from "./Sessions";
import { Tokens } from "./Tokens";
import { done } from "./useAccount";

function Password() {
  const [old, setOld] = useState("");
  const [fresh, setFresh] = useState("");
  const change = useMutation({
    mutationFn: () =>
      data(done(api.PUT("/api/v1/password", { body: { old: old || null, new: fresh } }))),
    onSuccess: () => {
      setOld("");
      setFresh("");
    },
  });
  return (
    <Part title={ACCOUNT.password} hint={ACCOUNT.passwordHow}>
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(event: FormEvent) => {
          event.preventDefault();
          change.mutate();
        }}
      >
        <TextField
          label={ACCOUNT.old}
          type="password"
          autoComplete="current-password"
          value={old}
          onChange={setOld}
        />
        <TextField
          label={ACCOUNT.new}
          type="password"
          autoComplete="new-password"
          value={fresh}
          onChange={setFresh}
        />
        <Button type="submit" disabled={fresh === "" || change.isPending}>
          {ACCOUNT.changePassword}
        </Button>
      </form>
      {change.error && <Failed error={change.error} />}
      {change.isSuccess && <Notice level="info">{ACCOUNT.changed}</Notice>}
    </Part>
  );
}

function Pin({ person }: { person: string }) {
  const [pin, setPin] = useState("");
  const set = useMutation({
    mutationFn: () =>
      data(
        done(
          api.PUT("/api/v1/people/{id}/pin", { params: { path: { id: person } }, body: { pin } }),
        ),
      ),
    onSuccess: () => setPin(""),
  });
  return (
    <Part title={ACCOUNT.pin} hint={ACCOUNT.pinHow}>
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(event: FormEvent) => {
          event.preventDefault();
          set.mutate();
        }}
      >
        <TextField
          label={ACCOUNT.pin}
          type="password"
          inputMode="numeric"
          autoComplete="off"
          value={pin}
          onChange={setPin}
        />
        <Button type="submit" disabled={pin === "" || set.isPending}>
          {ACCOUNT.setPin}
        </Button>
      </form>
      {set.error && <Failed error={set.error} />}
      {set.isSuccess && <Notice level="info">{ACCOUNT.pinSet}</Notice>}
    </Part>
  );
}

export function AccountPage() {
  const { session } = useSession();
  if (session === null) return null;
  return (
    <div className="flex max-w-4xl flex-col gap-4" data-account="">
      <header>
        <h1 className="text-xl font-semibold">{session.person.name}</h1>
        <p className="text-sm text-ink-2">
          {ROLES[session.role]}: {ROLE_HELP[session.role]}
        </p>
      </header>
      <div className="gap-4 md:columns-2 [&>*]:mb-4 [&>*]:break-inside-avoid">
        <Password />
        <Pin person={session.person.id} />
        <SecondFactor on={session.second_factor} role={session.role} />
        <Passkeys address={session.passkeys} />
        <Sessions />
        <Tokens />
      </div>
    </div>
  );
}
