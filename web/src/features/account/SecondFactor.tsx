/** The second factor: set up with an app, asked for when one signs in, taken away by a code of it. */
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { ACCOUNT } from "@/text/account";
import type { Role } from "@/text/door";
import { Button } from "@/ui/button";
import { useSession } from "@/ui/session";
import { Failed } from "@/ui/states";
import { TextField } from "@/ui/text-field";
import { Part } from "./Part";
import { done } from "./useAccount";

/** The secret in groups of four: it is typed by hand. */
export function grouped(secret: string): string {
  return (secret.match(/.{1,4}/g) ?? []).join(" ");
}

function SetUp() {
  const { refresh } = useSession();
  const [code, setCode] = useState("");
  const offer = useMutation({ mutationFn: () => data(api.POST("/api/v1/second-factor")) });
  const turnOn = useMutation({
    mutationFn: () => data(api.PUT("/api/v1/second-factor", { body: { code } })),
  });
  if (turnOn.data)
    return (
      <div className="flex flex-col gap-2" data-recovery="">
        <p className="text-sm">{ACCOUNT.keepCodes}</p>
        <ul className="grid grid-cols-2 gap-1 font-mono text-sm">
          {turnOn.data.codes.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ul>
        <Button onClick={() => void refresh()}>{ACCOUNT.secondOn}</Button>
      </div>
    );
  if (!offer.data)
    return (
      <>
        <Button className="self-start" onClick={() => offer.mutate()}>
          {ACCOUNT.start}
        </Button>
        {offer.error && <Failed error={offer.error} />}
      </>
    );
  return (
    <form
      className="flex flex-col items-start gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        turnOn.mutate();
      }}
    >
      <p className="text-sm">{ACCOUNT.typeSecret}</p>
      <p className="font-mono text-base" data-secret={offer.data.secret}>
        {grouped(offer.data.secret)}
      </p>
      <p className="text-xs break-all text-ink-2">{offer.data.url}</p>
      <TextField
        label={ACCOUNT.codeOfApp}
        inputMode="numeric"
        autoComplete="one-time-code"
        value={code}
        onChange={setCode}
      />
      {turnOn.error && <Failed error={turnOn.error} />}
      <Button type="submit" look="next" disabled={code === "" || turnOn.isPending}>
        {ACCOUNT.turnOn}
      </Button>
    </form>
  );
}

function TakeAway() {
  const { refresh } = useSession();
  const [code, setCode] = useState("");
  const off = useMutation({
    mutationFn: () => data(done(api.DELETE("/api/v1/second-factor", { body: { code } }))),
    onSuccess: refresh,
  });
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        off.mutate();
      }}
    >
      <TextField label={ACCOUNT.codeOfApp} autoComplete="off" value={code} onChange={setCode} />
      <Button type="submit" disabled={code === "" || off.isPending}>
        {ACCOUNT.turnOff}
      </Button>
      {off.error && <Failed error={off.error} />}
    </form>
  );
}

export function SecondFactor({ on, role }: { on: boolean; role: Role }) {
  return (
    <Part title={ACCOUNT.second} hint={ACCOUNT.secondHow}>
      {on && <p className="text-sm">{ACCOUNT.secondOn}</p>}
      {!on && role === "owner" && <p className="text-sm text-caution">{ACCOUNT.secondOff}</p>}
      {on ? <TakeAway /> : <SetUp />}
    </Part>
  );
}
