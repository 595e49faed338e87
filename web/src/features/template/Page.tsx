/** A pipe's end rolled out, cut in strips that a printer takes: at 100 % they are the true size. */
import { useQuery } from "@tanstack/react-query";
import { useSearch } from "@tanstack/react-router";
import { Download, Printer } from "lucide-react";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { d } from "@/draw/stroke-marks";
import { word } from "@/text";
import { Button, buttonLook } from "@/ui/button";
import { usePreferences } from "@/ui/preferences";
import { Failed, Loading } from "@/ui/states";
import { print } from "@/units";

/** A strip fits the paper of both continents, with the printer's own edge; mm. */
const STRIP = 180;
/** Paper under the line, to hold it by; mm. */
const SKIRT = 40;
const TOP = 12;

export function TemplatePage() {
  const search = useSearch({ from: "/template" });
  const { system } = usePreferences();
  const query = {
    diameter_mm: search.diameter,
    kind: search.kind,
    ...(search.angle === undefined ? {} : { angle_deg: search.angle }),
    ...(search.header === undefined ? {} : { header_mm: search.header }),
  };
  const template = useQuery({
    queryKey: keys.template(query),
    retry: false,
    queryFn: () => data(api.GET("/api/v1/sections/template", { params: { query } })),
  });
  if (template.isPending) return <Loading what="Rolling it out" />;
  if (template.error) return <Failed error={template.error} />;
  const { circumference_mm: round, height_mm: height, line } = template.data;
  const strips = Array.from({ length: Math.ceil(round / STRIP) }, (_, i) => i * STRIP);
  const high = TOP + height + SKIRT;
  const spots = line.map((p) => ({ x: p.x_mm, y: TOP + height - p.y_mm }));
  const file = (kind: string) =>
    `/api/v1/sections/template.${kind}?${new URLSearchParams(
      Object.entries(query).map(([key, value]) => [key, String(value)]),
    )}`;
  return (
    <div className="flex flex-col gap-4" data-template={search.kind}>
      <header className="flex flex-wrap items-center justify-between gap-2 print:hidden">
        <div>
          <h1 className="text-lg font-semibold">
            Template: {search.name ?? "pipe"}, {word(search.kind)}
          </h1>
          <p className="text-sm text-ink-2">
            Once round {print(round, "length", system)}, {print(height, "length", system)} high.
            Print at 100 %, measure the 50 mm mark, cut along the line, join the strips, wrap the
            paper round the piece with the mark “top” on top, and chalk along its edge.
          </p>
        </div>
        <span className="flex flex-wrap gap-2">
          <a href={file("svg")} download="template.svg" className={buttonLook("quiet")}>
            <Download size={16} aria-hidden="true" /> SVG
          </a>
          <a href={file("dxf")} download="template.dxf" className={buttonLook("quiet")}>
            <Download size={16} aria-hidden="true" /> DXF
          </a>
          <Button look="next" onClick={() => window.print()}>
            <Printer size={16} aria-hidden="true" /> Print
          </Button>
        </span>
      </header>
      <div className="flex flex-wrap gap-3 print:block">
        {strips.map((from, i) => {
          const wide = Math.min(STRIP, round - from);
          return (
            <svg
              key={from}
              viewBox={`${from - 3} 0 ${wide + 6} ${high}`}
              style={{ width: `${wide + 6}mm`, height: `${high}mm` }}
              className="max-w-full break-inside-avoid rounded-md border border-line bg-white text-black print:mb-6 print:max-w-none print:border-0"
              role="img"
              aria-label={`Strip ${i + 1} of ${strips.length}`}
              data-strip={i + 1}
            >
              <path
                d={`${d(spots)} L${round} ${high} L0 ${high} Z`}
                fill="none"
                stroke="#000"
                strokeWidth="0.4"
              />
              {[0, 1, 2, 3, 4].map((quarter) => {
                const at = (round * quarter) / 4;
                return (
                  <g key={quarter}>
                    <path
                      d={`M${at} 0 V${high}`}
                      stroke="#000"
                      strokeWidth="0.2"
                      strokeDasharray="4 2"
                    />
                    <text
                      x={quarter === 4 ? at - 1.5 : at + 1.5}
                      y={high - 2}
                      fontSize="5"
                      textAnchor={quarter === 4 ? "end" : "start"}
                    >
                      {["top", "side", "bottom", "side", "top"][quarter]}
                    </text>
                  </g>
                );
              })}
              {i > 0 && <path d={`M${from} 0 V${high}`} stroke="#000" strokeWidth="0.5" />}
              <path
                d={`M${from + 12} ${high - 14} h50 m-50 -2 v4 m50 -4 v4`}
                stroke="#000"
                strokeWidth="0.4"
                fill="none"
              />
              <text x={from + 12} y={high - 17} fontSize="4.5">
                50 mm: measure me. Strip {i + 1} of {strips.length}
              </text>
            </svg>
          );
        })}
      </div>
    </div>
  );
}
