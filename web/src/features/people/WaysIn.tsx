/** The ways in that are given to somebody: a link to set a password by, a PIN for the tablets. */
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { ApiFailure, api, data, type Person } from "@/api/client";
import { PEOPLE } from "@/text/people";
import { Button } from "@/ui/button";
import { useSession } from "@/ui/session";
import { Sheet } from "@/ui/sheet";
import { Failed } from "@/ui/states";

function Link({ person }: { person: Person }) {
  const invite = useMutation({
    mutationFn: () =>
      data(api.POST("/api/v1/people/{id}/invitation", { params: { path: { id: person.id } } })),
  });
  return (
    <>
      <Button onClick={() => invite.mutate()} disabled={invite.isPending}>
        {PEOPLE.invite}
      </Button>
      {invite.error && <Failed error={invite.error} />}
      {invite.data && (
        <Sheet open onClose={invite.reset} title={`${PEOPLE.linkOf} ${person.name}`} middle>
          <div className="flex flex-col gap-2" data-invitation="">
            <input
              readOnly
              aria-label={`${PEOPLE.linkOf} ${person.name}`}
              value={invite.data.link}
              onFocus={(event) => event.target.select()}
              className="h-11 rounded-md border-2 border-line-strong bg-sunk px-3 text-sm"
            />
            <p className="text-sm text-ink-2">{PEOPLE.inviteHow}</p>
          </div>
        </Sheet>
      )}
    </>
  );
}

function Pin({ person }: { person: Person }) {
  const [pin, setPin] = useState<string | null>(null);
  const set = useMutation({
    mutationFn: async (pin: string) => {
      const path = { params: { path: { id: person.id } }, body: { pin } };
      const reply = await api.PUT("/api/v1/people/{id}/pin", path);
      if (!reply.response.ok) await data(Promise.resolve({ error: reply.error }));
    },
    onSuccess: () => setPin(null),
  });
  return (
    <>
      <Button onClick={() => setPin("")}>{PEOPLE.newPin}</Button>
      {pin !== null && (
        <Sheet open onClose={() => setPin(null)} title={`${PEOPLE.pinOf} ${person.name}`} middle>
          <form
            className="flex flex-col gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              set.mutate(pin);
            }}
          >
            <input
              aria-label={`${PEOPLE.pinOf} ${person.name}`}
              inputMode="numeric"
              autoComplete="off"
              value={pin}
              onChange={(event) => setPin(event.target.value.replace(/\D/g, "").slice(0, 8))}
              className="h-11 rounded-md border-2 border-line-strong bg-sheet px-3 text-center text-xl tracking-[0.4em]"
            />
            {set.error instanceof ApiFailure && <Failed error={set.error} />}
            <Button type="submit" look="next" disabled={pin.length < 4 || set.isPending}>
              {PEOPLE.newPin}
            </Button>
          </form>
        </Sheet>
      )}
    </>
  );
}

export function WaysIn({ person }: { person: Person }) {
  const { may } = useSession();
  if (!may("settle")) return null;
  return (
    <div className="flex flex-wrap gap-2">
      {may("people") && <Link person={person} />}
      <Pin person={person} />
    </div>
  );
}
