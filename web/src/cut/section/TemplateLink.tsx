/** The way to the wrap-around template of a pipe's end. */
import { Link } from "@tanstack/react-router";
import { Ruler } from "lucide-react";
import type { CutPlanRequest, Schemas } from "@/api/client";
import { buttonLook } from "@/ui/button";

type Section = Schemas["SectionReply"];

/** A link to the wrap-around template of a pipe's end. */
export function TemplateLink({ section, request }: { section: Section; request: CutPlanRequest }) {
  const cut = request.section?.cut;
  const round = ["round_tube", "pipe"].includes(section.profile.family);
  if (!round || !cut || !["square", "mitre", "saddle"].includes(cut.kind)) return null;
  return (
    <Link
      to="/template"
      search={{
        diameter: section.profile.dimensions_mm.depth ?? 0,
        kind: cut.kind,
        ...(cut.angle_deg == null ? {} : { angle: cut.angle_deg }),
        ...(cut.header_mm == null ? {} : { header: cut.header_mm }),
        name: section.profile.code,
      }}
      className={`${buttonLook("quiet")} self-start`}
    >
      <Ruler size={16} aria-hidden="true" /> Template to wrap round
    </Link>
  );
}
