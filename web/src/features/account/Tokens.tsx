/** Access tokens: made, shown once, revoked. */
import { useState } from "react";
import { ACCOUNT } from "@/text/account";
import { Button } from "@/ui/button";
import { Failed } from "@/ui/states";
import { TextField } from "@/ui/text-field";
import { when } from "./model";
import { Part } from "./Part";
import { useTokens } from "./useAccount";

export function Tokens() {
  const { tokens, make, revoke } = useTokens();
  const [name, setName] = useState("");
  const [reads, setReads] = useState(true);
  const error = tokens.error ?? make.error ?? revoke.error;
  return (
    <Part title={ACCOUNT.tokens} hint={ACCOUNT.tokensHow}>
      <ul className="flex flex-col gap-1" data-tokens="">
        {(tokens.data?.tokens ?? []).map((each) => (
          <li key={each.id} className="flex flex-wrap items-center justify-between gap-2 text-sm">
            <span>
              {each.name}
              <span className="text-ink-2">
                {each.scope === "read" && `, ${ACCOUNT.readOnly.toLowerCase()}`},{" "}
                {each.seen_at ? `${ACCOUNT.lastUsed} ${when(each.seen_at)}` : ACCOUNT.never}
              </span>
            </span>
            <Button onClick={() => revoke.mutate(each.id)}>{ACCOUNT.revoke}</Button>
          </li>
        ))}
      </ul>
      {make.data && (
        <p className="text-sm" data-token="">
          {ACCOUNT.tokenOnce} <code className="break-all">{make.data.token}</code>
        </p>
      )}
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          make.mutate({ name, scope: reads ? "read" : "all" }, { onSuccess: () => setName("") });
        }}
      >
        <TextField label={ACCOUNT.tokenName} value={name} onChange={setName} />
        <label className="flex h-9 items-center gap-1 text-sm">
          <input
            type="checkbox"
            checked={reads}
            onChange={(event) => setReads(event.target.checked)}
          />
          {ACCOUNT.readOnly}
        </label>
        <Button type="submit" disabled={name.trim() === "" || make.isPending}>
          {ACCOUNT.make}
        </Button>
      </form>
      {error && <Failed error={error} />}
    </Part>
  );
}
