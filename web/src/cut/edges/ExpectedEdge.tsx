/** The edge to expect: as planned, and how it would look cut much too slow and much too fast. */
import { useQuery } from "@tanstack/react-query";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { CutFaceDrawing } from "@/draw/cut-face";
import { SCREEN } from "@/text";
import { Failed } from "@/ui/states";

type Edge = Schemas["EdgeWire"];

/** The classes of an edge in words. `{u: 3, Rz5: 2}` is "u range 3, Rz5 range 2". */
export function classWords(edge: Edge): string {
  const range = (found: number | null | undefined, last: number) =>
    found == null ? `beyond range ${last}` : `range ${found}`;
  return `u ${range(edge.perpendicularity_range, 5)} · Rz5 ${range(edge.roughness_range, 4)}`;
}

function Pace({ title, edge }: { title: string; edge: Edge }) {
  return (
    <figure className="flex flex-col gap-1 rounded-md border border-line bg-sheet p-2">
      <figcaption className="text-sm font-semibold">{title}</figcaption>
      <CutFaceDrawing face={edge.face} label={title} />
      <p className="text-xs text-ink-2">{classWords(edge)}</p>
    </figure>
  );
}

/** Slow, right and fast, side by side. */
export function Paces({ prediction }: { prediction: Schemas["PredictionReply"] }) {
  const percent = (pace: number) => `${Math.round(pace * 100)} % of the pace`;
  return (
    <div className="grid gap-3 sm:grid-cols-3" data-paces>
      <Pace title={`Too slow: ${percent(prediction.slow_pace)}`} edge={prediction.slow} />
      <Pace title="As planned" edge={prediction.planned} />
      <Pace title={`Too fast: ${percent(prediction.fast_pace)}`} edge={prediction.fast} />
    </div>
  );
}

export function ExpectedEdge({ cut }: { cut: Schemas["CutPlanRequest"] }) {
  const body = { cut, off: {} };
  const prediction = useQuery({
    queryKey: keys.prediction(body),
    retry: false,
    queryFn: ({ signal }) => data(api.POST("/api/v1/edge/predictions", { body, signal })),
  });
  if (prediction.error) return <Failed error={prediction.error} />;
  if (prediction.data === undefined) return null;
  return (
    <div className="flex flex-col gap-2">
      <Paces prediction={prediction.data} />
      <p className="text-xs text-ink-2">{SCREEN.expectedEdge}</p>
    </div>
  );
}
