/** The doors that one goes through once: the first owner's, and an invitation's. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { keys } from "@/api/keys";
import { signIn } from "@/api/session";
import { DOOR } from "@/text/door";
import { Button } from "@/ui/button";
import { Failed, Loading } from "@/ui/states";
import { TextField } from "@/ui/text-field";
import { useDoor } from "./useDoor";

function NewPassword({ value, onChange }: { value: string; onChange: (next: string) => void }) {
  return (
    <TextField
      size="door"
      label={DOOR.newPassword}
      hint={DOOR.passwordHow}
      name="new-password"
      type="password"
      autoComplete="new-password"
      value={value}
      onChange={onChange}
    />
  );
}

export function Claim() {
  const { door } = useDoor();
  const [setup_code, setCode] = useState("");
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        door.mutate({ setup_code, name, password });
      }}
    >
      <h2 className="text-lg font-semibold">{DOOR.claimTitle}</h2>
      <p className="text-sm text-ink-2">{DOOR.claimHow}</p>
      <TextField
        size="door"
        label={DOOR.setupCode}
        name="setup-code"
        autoComplete="off"
        value={setup_code}
        onChange={setCode}
      />
      <TextField
        size="door"
        label={DOOR.name}
        name="name"
        autoComplete="username"
        value={name}
        onChange={setName}
      />
      <NewPassword value={password} onChange={setPassword} />
      {door.error && <Failed error={door.error} />}
      <Button
        type="submit"
        look="next"
        className="min-h-11 justify-center"
        disabled={[setup_code, name, password].some((text) => text.trim() === "") || door.isPending}
      >
        {DOOR.claim}
      </Button>
    </form>
  );
}

export function Invitation({ invitation, onDone }: { invitation: string; onDone: () => void }) {
  const { door } = useDoor();
  const [password, setPassword] = useState("");
  const invited = useQuery({
    queryKey: keys.invited(invitation),
    queryFn: () => signIn({ invitation }),
    retry: false,
  });
  if (invited.isPending) return <Loading what={DOOR.invitedTitle} />;
  if (invited.error || invited.data === null) {
    return (
      <div className="flex flex-col gap-3">
        <p>{DOOR.invitedOld}</p>
        <Button onClick={onDone}>{DOOR.signIn}</Button>
      </div>
    );
  }
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        door.mutate({ invitation, password }, { onSuccess: onDone });
      }}
    >
      <h2 className="text-lg font-semibold">
        {DOOR.invitedTitle}, {invited.data.name}
      </h2>
      <p className="text-sm text-ink-2">{DOOR.invitedHow}</p>
      <NewPassword value={password} onChange={setPassword} />
      {door.error && <Failed error={door.error} />}
      <Button
        type="submit"
        look="next"
        className="min-h-11 justify-center"
        disabled={password === "" || door.isPending}
      >
        {DOOR.setPassword}
      </Button>
    </form>
  );
}
