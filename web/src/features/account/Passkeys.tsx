/** Passkeys: made on this device, named, removed. Where the shop has no name to keep them for, nothing is offered. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { canUsePasskeys, makePasskey } from "@/api/passkeys";
import { ACCOUNT } from "@/text/account";
import { Button } from "@/ui/button";
import { Failed } from "@/ui/states";
import { TextField } from "@/ui/text-field";
import { when } from "./model";
import { Part } from "./Part";
import { done } from "./useAccount";

export function Passkeys({ address }: { address: string | null | undefined }) {
  const queries = useQueryClient();
  const onSettled = () => queries.invalidateQueries({ queryKey: keys.passkeys });
  const [name, setName] = useState("");
  const passkeys = useQuery({
    queryKey: keys.passkeys,
    queryFn: () => data(api.GET("/api/v1/passkeys")),
  });
  const make = useMutation({
    mutationFn: async () => {
      const { id, options } = await data(api.POST("/api/v1/passkeys"));
      const body = { name, credential: await makePasskey(options) };
      return data(api.PUT("/api/v1/passkeys/{id}", { params: { path: { id } }, body }));
    },
    onSuccess: () => setName(""),
    onSettled,
  });
  const remove = useMutation({
    mutationFn: (id: string) =>
      data(done(api.DELETE("/api/v1/passkeys/{id}", { params: { path: { id } } }))),
    onSettled,
  });
  const all = passkeys.data?.passkeys ?? [];
  if (!canUsePasskeys(address) && all.length === 0) return null;
  const error = passkeys.error ?? make.error ?? remove.error;
  return (
    <Part title={ACCOUNT.passkeys} hint={ACCOUNT.passkeysHow}>
      <ul className="flex flex-col gap-1" data-passkeys="">
        {all.map((each) => (
          <li key={each.id} className="flex flex-wrap items-center justify-between gap-2 text-sm">
            <span>
              {each.name}
              <span className="text-ink-2">
                , {each.seen_at ? `${ACCOUNT.lastUsed} ${when(each.seen_at)}` : ACCOUNT.never}
              </span>
            </span>
            <Button onClick={() => remove.mutate(each.id)}>{ACCOUNT.remove}</Button>
          </li>
        ))}
      </ul>
      {canUsePasskeys(address) && (
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            make.mutate();
          }}
        >
          <TextField label={ACCOUNT.passkeyName} value={name} onChange={setName} />
          <Button type="submit" disabled={name.trim() === "" || make.isPending}>
            {ACCOUNT.makePasskey}
          </Button>
        </form>
      )}
      {error && <Failed error={error} />}
    </Part>
  );
}
