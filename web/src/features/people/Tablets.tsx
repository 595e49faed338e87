/** The shop's tablets: this screen registered as one, each of them revoked when it is lost. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { PEOPLE } from "@/text/people";
import { Button } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { Failed } from "@/ui/states";
import { TextField } from "@/ui/text-field";
import { clockOff } from "./model";

export function Tablets() {
  const queries = useQueryClient();
  const onSettled = () => queries.invalidateQueries({ queryKey: keys.devices });
  const [name, setName] = useState("");
  const [place, setPlace] = useState("");
  const devices = useQuery({
    queryKey: keys.devices,
    queryFn: () => data(api.GET("/api/v1/devices")),
  });
  const register = useMutation({
    mutationFn: () => data(api.POST("/api/v1/devices", { body: { name, place } })),
    onSuccess: () => {
      setName("");
      setPlace("");
    },
    onSettled,
  });
  const revoke = useMutation({
    mutationFn: async (id: string) => {
      const reply = await api.DELETE("/api/v1/devices/{id}", { params: { path: { id } } });
      if (!reply.response.ok) await data(Promise.resolve({ error: reply.error }));
    },
    onSettled,
  });
  const error = devices.error ?? register.error ?? revoke.error;
  return (
    <section aria-labelledby="tablets" className="flex flex-col gap-2">
      <h2 id="tablets" className="text-lg font-semibold">
        {PEOPLE.tablets}
      </h2>
      <p className="text-sm text-ink-2">{PEOPLE.tabletsHow}</p>
      <ul className="rounded-md border border-line bg-sheet empty:hidden" data-tablets="">
        {(devices.data?.devices ?? []).map((each) => (
          <li
            key={each.id}
            className="flex flex-wrap items-center justify-between gap-2 border-b border-line px-3 py-1.5 text-sm last:border-0"
          >
            <span>
              <strong className="mr-2">{each.name}</strong>
              {each.place}
              <span className="text-ink-2">
                {" "}
                {each.seen_at
                  ? `${PEOPLE.lastSeen} ${new Date(each.seen_at).toLocaleString()}`
                  : PEOPLE.neverSeen}
              </span>
              <span className="text-caution"> {clockOff(each.clock_ahead_s)}</span>
            </span>
            {each.revoked_at ? (
              <strong className="text-stop">{PEOPLE.revoked}</strong>
            ) : (
              <Button onClick={() => revoke.mutate(each.id)}>{PEOPLE.revoke}</Button>
            )}
          </li>
        ))}
      </ul>
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          register.mutate();
        }}
      >
        <TextField label={PEOPLE.tabletName} value={name} onChange={setName} />
        <TextField label={PEOPLE.tabletPlace} value={place} onChange={setPlace} />
        <Button type="submit" disabled={name.trim() === "" || register.isPending}>
          {PEOPLE.register}
        </Button>
      </form>
      {register.isSuccess && <Notice level="info">{PEOPLE.registered}</Notice>}
      {error && <Failed error={error} />}
    </section>
  );
}
