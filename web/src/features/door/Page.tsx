/** The door: who is here. It stands over whatever was on the screen, and that is still there behind it. */
import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import type { Doors } from "@/api/session";
import { DOOR } from "@/text/door";
import { Desk } from "./Desk";
import { Claim, Invitation } from "./First";
import { doorOf, invitationIn } from "./model";
import { Tablet } from "./Tablet";

/** A plate that is cut through: the kerf is the way in. */
function Plate() {
  return (
    <div className="overflow-hidden">
      <svg viewBox="0 0 240 64" className="h-16 w-full overflow-visible" aria-hidden="true">
        <path d="M-600 24h712c3 12 2 26-5 40h-707z" fill="var(--steel-2)" />
        <path d="M122 24h718v40H118c6-14 8-28 4-40z" fill="var(--steel)" />
        <path d="M105 0h22l-6 16h-10z" fill="var(--ink)" />
        <path d="M116 20v40" stroke="var(--heat-orange)" strokeWidth="4" strokeLinecap="round" />
      </svg>
    </div>
  );
}

export function DoorPage({ doors, behind }: { doors: Doors; behind: boolean }) {
  const [invitation, setInvitation] = useState(() => invitationIn(location.hash));
  const door = doorOf(doors, invitation);
  // a key stands in no address and no history for longer than it is read
  useEffect(() => {
    if (invitationIn(location.hash) !== null)
      history.replaceState(history.state, "", location.pathname + location.search);
  }, []);
  const wide = door === "desk" && doors.demo.length > 0 ? "max-w-4xl" : "max-w-xl";
  return (
    <Dialog.Root open>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          onEscapeKeyDown={(event) => event.preventDefault()}
          className="fixed inset-0 z-50 overflow-auto bg-ground p-4"
          data-door={door}
        >
          <main
            className={`mx-auto flex w-full ${wide} flex-col gap-5 rounded-md border border-line bg-sheet p-5 sm:mt-[6vh]`}
          >
            <header className="flex flex-col gap-2">
              <Plate />
              <Dialog.Title asChild>
                <h1 className="text-2xl font-bold">{DOOR.title}</h1>
              </Dialog.Title>
              {behind && <p className="text-sm text-ink-2">{DOOR.closed}</p>}
              {doors.device && (
                <p className="text-sm text-ink-2">
                  {[doors.device.name, doors.device.place].filter(Boolean).join(", ")}
                </p>
              )}
            </header>
            {door === "invitation" && invitation !== null && (
              <Invitation invitation={invitation} onDone={() => setInvitation(null)} />
            )}
            {door === "claim" && <Claim />}
            {door === "tablet" && <Tablet doors={doors} />}
            {door === "desk" && <Desk doors={doors} />}
          </main>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
