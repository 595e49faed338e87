/** An address that leads nowhere: an old link, or a slip of the keys. */
import { Link } from "@tanstack/react-router";
import { SCREEN } from "@/text";
import { buttonLook } from "@/ui/button";
import { Nothing } from "@/ui/states";

export function NoPage() {
  return (
    <div className="flex flex-col items-start gap-3" data-no-page>
      <Nothing title={SCREEN.noPage}>{SCREEN.noPageHere}</Nothing>
      <span className="flex gap-2">
        <Link to="/" className={buttonLook("next")}>
          {SCREEN.toToday}
        </Link>
        <Link to="/jobs" className={buttonLook()}>
          {SCREEN.toJobs}
        </Link>
      </span>
    </div>
  );
}
