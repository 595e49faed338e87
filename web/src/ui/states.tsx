/** Empty, loading and failed, as they are designed. */
import type { ReactNode } from "react";
import { ApiFailure } from "@/api/client";
import { refused, SCREEN } from "@/text";
import type { System } from "@/units";
import { Button } from "./button";
import { Notice } from "./notice";
import { usePreferences } from "./preferences";

export function Empty({ children }: { children: ReactNode }) {
  return (
    <p className="rounded-md border border-dashed border-line-strong px-4 py-6 text-center text-sm text-ink-2">
      {children}
    </p>
  );
}

export function Loading({ what }: { what: string }) {
  return (
    <p className="px-4 py-6 text-center text-sm text-ink-2" role="status">
      {/* the mark fades, the words do not: half faded they could not be read */}
      <span
        aria-hidden="true"
        className="mr-2 inline-block size-2 animate-pulse rounded-full bg-accent"
      />
      {what}
    </p>
  );
}

function said(error: unknown, system: System): string[] {
  if (!(error instanceof ApiFailure))
    return [error instanceof Error ? error.message : String(error)];
  return error.code === "offline" ? [SCREEN.offline] : refused(error, system);
}

/** What failed, in the reader's words and units, and the way to try it again. */
export function Failed({ error, onRetry }: { error: unknown; onRetry?: () => void }) {
  const { system } = usePreferences();
  return (
    <div className="flex flex-col items-start gap-2">
      {said(error, system).map((each) => (
        <Notice key={each} level="caution">
          {each}
        </Notice>
      ))}
      {onRetry && <Button onClick={onRetry}>Try again</Button>}
    </div>
  );
}

/** A page whose thing is not there: still a page, with its heading. */
export function Nothing({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="flex flex-col gap-3">
      <h1 className="text-xl font-semibold">{title}</h1>
      <Empty>{children}</Empty>
    </div>
  );
}
