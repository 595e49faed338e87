/** A try at a door: what it answers, and whether a code is asked for besides. */
import { useMutation } from "@tanstack/react-query";
import { ApiFailure } from "@/api/client";
import type { SignIn } from "@/api/session";
import { useSession } from "@/ui/session";

export function useDoor() {
  const { enter } = useSession();
  const door = useMutation({ mutationFn: (by: SignIn) => enter(by) });
  const failure = door.error instanceof ApiFailure ? door.error : null;
  const asksCode = failure?.code === "second_factor";
  return { door, asksCode };
}
