/** Who is signed in, for every screen: what they may do, how they come and go. */
import { useQueryClient } from "@tanstack/react-query";
import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import { signedOut } from "@/api/client";
import {
  type Entering,
  type Here,
  isOlder,
  type Session,
  type SignIn,
  signIn,
  signOut,
  whoIsHere,
} from "@/api/session";

export type Right =
  | "look"
  | "plan"
  | "card"
  | "burn"
  | "rack"
  | "settle"
  | "people"
  | "audit"
  | "own";

type Value = {
  /** Undefined until the shop was asked. */
  here: Here | undefined;
  session: Session | null;
  /** Whether whoever is here may do something; the shop decides again when it is done. */
  may: (right: Right) => boolean;
  enter: (by: SignIn) => Promise<Entering | null>;
  leave: () => Promise<void>;
  /** Whether somebody left on purpose: then nothing of theirs stays on the screen. */
  left: boolean;
  /** Whether somebody asked for the door where it does not open by itself: at the torch. */
  asked: boolean;
  ask: () => void;
  /** Whether the shop has a newer version of this page. */
  older: boolean;
  /** Asks the shop again. */
  refresh: () => Promise<void>;
};

const Context = createContext<Value | null>(null);

/** Between two looks while the shop is out of reach, ms. */
const AGAIN = 4_000;

export function SessionProvider({ children }: { children: ReactNode }) {
  const [here, setHere] = useState<Here>();
  const [left, setLeft] = useState(false);
  const queries = useQueryClient();
  const [asked, setAsked] = useState(false);
  // somebody left out of the shop's reach: the session is ended when it is back
  const toEnd = useRef(false);
  // the newest question's answer counts: one that was asked before somebody came in may come after
  const turn = useRef(0);
  const refresh = useCallback(async () => {
    turn.current += 1;
    const mine = turn.current;
    const settle = (found: Here) => {
      if (mine === turn.current) setHere(found);
    };
    if (toEnd.current) {
      try {
        await signOut();
        toEnd.current = false;
      } catch {
        settle({ at: "away", session: null });
        return;
      }
    }
    settle(await whoIsHere());
  }, []);
  useEffect(() => {
    void refresh();
    const ask = () => void refresh();
    signedOut.add(ask);
    window.addEventListener("online", ask);
    return () => {
      signedOut.delete(ask);
      window.removeEventListener("online", ask);
    };
  }, [refresh]);
  const away = here?.at === "away";
  useEffect(() => {
    if (!away) return;
    const timer = setInterval(() => void refresh(), AGAIN);
    return () => clearInterval(timer);
  }, [away, refresh]);
  const session = here?.at === "out" ? null : (here?.session ?? null);
  const value = useMemo<Value>(
    () => ({
      here,
      session,
      may: (right) => session?.may.includes(right) ?? false,
      enter: async (by) => {
        const entering = await signIn(by);
        if (entering !== null) return entering;
        await refresh();
        setLeft(false);
        setAsked(false);
        // what the one before saw may be another's: the hand decides which way a cut goes
        await queries.invalidateQueries();
        return null;
      },
      leave: async () => {
        try {
          await signOut();
        } catch {
          toEnd.current = true;
          turn.current += 1;
          setHere({ at: "away", session: null });
          return;
        }
        setLeft(true);
        await refresh();
        queries.clear();
      },
      left,
      asked,
      ask: () => setAsked(true),
      older: here?.at === "in" && isOlder(here.session),
      refresh,
    }),
    [here, session, left, asked, refresh, queries],
  );
  return <Context value={value}>{children}</Context>;
}

/** What only those see who may do it. The shop decides again when it is done. */
export function May({ right, children }: { right: Right; children: ReactNode }) {
  return useSession().may(right) ? children : null;
}

export function useSession(): Value {
  const value = useContext(Context);
  if (value === null) throw new Error("no SessionProvider around this screen");
  return value;
}
