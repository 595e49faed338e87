/** Where one is signed in; each can be ended from here. */
import { ACCOUNT, DOORS } from "@/text/account";
import { Button } from "@/ui/button";
import { Failed } from "@/ui/states";
import { browserOf, when } from "./model";
import { Part } from "./Part";
import { useSessions } from "./useAccount";

export function Sessions() {
  const { sessions, end } = useSessions();
  const here = sessions.data?.here;
  return (
    <Part title={ACCOUNT.sessions}>
      <ul className="flex flex-col gap-1" data-sessions="">
        {(sessions.data?.sessions ?? []).map((each) => (
          <li key={each.id} className="flex flex-wrap items-center justify-between gap-2 text-sm">
            <span>
              {each.device ?? browserOf(each.browser)}
              <span className="text-ink-2">
                , {DOORS[each.door] ?? each.door}, {when(each.seen_at)}
              </span>
            </span>
            {each.id === here ? (
              <strong className="text-xs">{ACCOUNT.here}</strong>
            ) : (
              <Button onClick={() => end.mutate(each.id)}>{ACCOUNT.endIt}</Button>
            )}
          </li>
        ))}
      </ul>
      {(sessions.error ?? end.error) && <Failed error={sessions.error ?? end.error} />}
    </Part>
  );
}
