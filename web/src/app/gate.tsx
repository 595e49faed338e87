/** Whether the application is shown: to whom the shop knows, and to a tablet out of its reach. */
import { type ReactNode, useEffect, useState } from "react";
import { DoorPage } from "@/features/door";
import { useSession } from "@/ui/session";

export function Gate({ children }: { children: ReactNode }) {
  const { here, left, asked } = useSession();
  // whoever is signed out midway finds everything as it was
  const [opened, setOpened] = useState(false);
  const out = here?.at === "out";
  useEffect(() => {
    if (here !== undefined && !out) setOpened(true);
    else if (out && left) setOpened(false);
  }, [here, out, left]);
  // a lit torch is not covered by a question: the door waits there until it is asked for
  const waits = opened && !asked && !left && location.pathname.endsWith("/run");
  return (
    <>
      {(opened || (here !== undefined && !out)) && children}
      {out && !waits && <DoorPage doors={here.doors} behind={opened} />}
    </>
  );
}
