/** The door: who is here. It stands over whatever was on the screen, and that is still there behind it. */
import { Dialog } from "radix-ui";
import { useState } from "react";
import type { Doors } from "@/api/session";
import { DOOR } from "@/text/door";
import { Desk } from "./Desk";
import { Claim, Invitation } from "./First";
import { doorOf, invitationIn } from "./model";
import { Tablet } from "./Tablet";

/** A plate that is cut through: the kerf is the way in. */
function Plate() {
  return (
    <svg viewBox="0 0 240 64" className="h-16 w-full" aria-hidden="true">
      <path d="M0 26h108c3 12 2 24-5 38H0z" fill="var(--steel-2)" />
      <path d="M122 26h118v38H116c8-14 10-26 6-38z" fill="var(--steel)" />
      <path d="M104 0h22l-6 18h-10z" fill="var(--ink)" />
      <path d="M115 22v38" stroke="var(--heat-orange)" strokeWidth="4" strokeLinecap="round" />
      <path d="M112 64l-10 6M116 64l8 8" stroke="var(--heat-straw)" strokeWidth="2" />
    </svg>
  );
}

export function DoorPage({ doors, behind }: { doors: Doors; behind: boolean }) {
  const [hash, setHash] = useState(location.hash);
  const door = doorOf(doors, hash);
  const invitation = invitationIn(hash);
  return (
    <Dialog.Root open>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          onEscapeKeyDown={(event) => event.preventDefault()}
          className="fixed inset-0 z-50 overflow-auto bg-ground p-4"
          data-door={door}
        >
          <main className="mx-auto flex w-full max-w-xl flex-col gap-5 rounded-md border border-line bg-sheet p-5 sm:mt-[6vh]">
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
              <Invitation
                invitation={invitation}
                onDone={() => {
                  // a key that was used stands in no address and no history
                  history.replaceState(null, "", location.pathname);
                  setHash("");
                }}
              />
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
