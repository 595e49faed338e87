/** A layout as a file: to draw, to burn, to mark, to print. */
import { Download } from "lucide-react";
import { useState } from "react";
import { api, type Schemas } from "@/api/client";
import { refused, SCREEN } from "@/text";
import { LAYOUT } from "@/text/layout";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { lengthsOf } from "@/units";

const FILES = [
  { format: "dxf", name: "layout.dxf", text: "DXF" },
  { format: "svg", name: "layout.svg", text: "SVG" },
  { format: "gcode", name: "layout.nc", text: "G-code" },
  { format: "marks_csv", name: "marks.csv", text: "Marks (CSV)" },
  { format: "template_pdf", name: "template.pdf", text: "1:1 template (PDF)" },
] as const;

const PAPERS = [
  { value: "letter", text: "Letter" },
  { value: "tabloid", text: "Tabloid" },
  { value: "a4", text: "A4" },
  { value: "a3", text: "A3" },
];

/** What is written: a part as it is asked, or the line of a job that lays one out. */
type Of = Omit<Schemas["OutRequest"], "format" | "unit" | "paper" | "bar_mm">;

export function Outputs({ body }: { body: Of }) {
  const { system } = usePreferences();
  const inch = lengthsOf(system) === "inch";
  const [bar, setBar] = useState<number | null>(null);
  const [paper, setPaper] = useState(inch ? "letter" : "a4");
  const [problem, setProblem] = useState<string | null>(null);
  async function take(format: string, name: string) {
    setProblem(null);
    const unit = inch ? "in" : "mm";
    const answer = await api
      .POST("/api/v1/layout/out", {
        body: { ...body, format, unit, paper, ...(bar === null ? {} : { bar_mm: bar }) },
        parseAs: "blob",
      })
      .catch(() => null);
    const file = answer?.data as Blob | undefined;
    if (file === undefined) {
      const detail = (answer?.error as { error?: Schemas["ErrorDetail"] } | undefined)?.error;
      return setProblem(
        detail === undefined ? SCREEN.offline : (refused(detail, system)[0] ?? null),
      );
    }
    const link = document.createElement("a");
    link.href = URL.createObjectURL(file);
    link.download = name;
    link.click();
    URL.revokeObjectURL(link.href);
  }
  return (
    <section aria-label={LAYOUT.files} className="flex flex-wrap items-end gap-2">
      {FILES.map(({ format, name, text }) => (
        <Button key={format} onClick={() => void take(format, name)} data-file={format}>
          <Download size={16} aria-hidden="true" /> {text}
        </Button>
      ))}
      <Choice label={LAYOUT.paper} value={paper} options={PAPERS} onChange={setPaper} />
      <span title={LAYOUT.barAbout}>
        <MeasureField
          label={LAYOUT.bar}
          value={bar ?? 200}
          kind="bore"
          onCommit={(mm) => setBar(mm)}
          onClear={() => setBar(null)}
        />
      </span>
      {problem !== null && <p className="w-full text-sm text-stop">{problem}</p>}
    </section>
  );
}
