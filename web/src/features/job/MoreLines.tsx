/** How many cuts of a long job are here while the others load. */
import { SCREEN } from "@/text";
import { fill } from "@/text/fill";

export function MoreLines({ shown, count }: { shown: number; count: number }) {
  if (shown >= count) return null;
  return (
    <p role="status" className="text-sm text-ink-2" data-more-lines>
      {fill(SCREEN.moreLines, { value: shown, count })}
    </p>
  );
}
