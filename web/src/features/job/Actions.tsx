/** Where a job leads: the torch, its gas, its list, its parts on plates, its record. */
import { Link } from "@tanstack/react-router";
import { ClipboardList, Cylinder, Flame, LayoutGrid, TableProperties } from "lucide-react";
import type { CutInput, LineView } from "@/api/client";
import { NEST } from "@/text/nest";
import { buttonLook } from "@/ui/button";
import { May } from "@/ui/session";

/** Whether a job has parts to lay on a plate. */
export function hasParts(lines: readonly Pick<LineView, "line">[]): boolean {
  return lines.some(({ line }) => (line.input as CutInput).layout != null);
}

type Props = { jobId: string; lines: readonly LineView[] };

export function Actions({ jobId, lines }: Props) {
  return (
    <span className="flex flex-wrap gap-2">
      <May right="burn">
        <Link to="/jobs/$jobId/run" params={{ jobId }} className={buttonLook("next")}>
          <Flame size={16} aria-hidden="true" /> At the torch
        </Link>
      </May>
      <Link to="/jobs/$jobId/gas" params={{ jobId }} className={buttonLook("quiet")}>
        <Cylinder size={16} aria-hidden="true" /> Gas and tips
      </Link>
      <Link to="/jobs/$jobId/list" params={{ jobId }} className={buttonLook("quiet")}>
        <TableProperties size={16} aria-hidden="true" /> Cut list
      </Link>
      {hasParts(lines) && (
        <Link to="/jobs/$jobId/nest" params={{ jobId }} className={buttonLook("quiet")}>
          <LayoutGrid size={16} aria-hidden="true" /> {NEST.open}
        </Link>
      )}
      <Link to="/jobs/$jobId/record" params={{ jobId }} className={buttonLook("quiet")}>
        <ClipboardList size={16} aria-hidden="true" /> Record
      </Link>
    </span>
  );
}
