/** The plate as it is seen: zoom, pan, fit, and what can be dragged on it. */
import { Maximize, ZoomIn, ZoomOut } from "lucide-react";
import {
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
  useEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import type { Schemas } from "@/api/client";
import { Dimensions } from "@/draw/layout/dimensions";
import { boxOf, type Part } from "@/draw/layout/geometry";
import { Plate } from "@/draw/layout/plate";
import { keyed, middle, panned, type View, zoomed } from "@/draw/layout/view";
import { fill } from "@/text/fill";
import { LAYOUT } from "@/text/layout";
import { Button } from "@/ui/button";
import { usePreferences } from "@/ui/preferences";
import { print } from "@/units";
import type { Asked } from "./model";
import type { Torch } from "./run";

type Props = {
  plate: Asked["plate"];
  part: Part;
  laid: Schemas["PathsReply"] | undefined;
  picked: number | null;
  onPick: (order: number) => void;
  done: (order: number) => number;
  torch: Torch | null;
  fault: readonly number[] | null;
  /** The part was dragged to here, mm from the plate's corner. */
  onMove: (x_mm: number, y_mm: number) => void;
  /** What else is dragged: drawn with a pixel's size in mm. */
  handles: (
    u: number,
    place: (event: PointerEvent<Element>) => { x: number; y: number },
  ) => ReactNode;
};

/** Room round the plate, share of its longer side. */
const ROOM = 0.09;

/** The whole plate with room round it. */
function whole({ width_mm: wide, height_mm: high }: Asked["plate"]): View {
  const room = Math.max(wide, high) * ROOM;
  return { x: -room, y: -high - room, width: wide + 2 * room, height: high + 2 * room };
}

export function Stage({ plate, part, laid, torch, onMove, handles, ...rest }: Props) {
  const { system } = usePreferences();
  const all = useMemo(() => whole(plate), [plate]);
  const [near, setNear] = useState<View | null>(null);
  const view = near ?? all;
  const frame = useRef<SVGSVGElement>(null);
  const [px, setPx] = useState({ width: 800, height: 500 });
  useEffect(() => {
    const box = frame.current;
    if (box === null) return;
    const watch = new ResizeObserver(([entry]) => {
      if (entry !== undefined)
        setPx({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  const u = Math.max(view.width / Math.max(px.width, 1), view.height / Math.max(px.height, 1));
  const place = (event: PointerEvent<Element>) => {
    const matrix = frame.current?.getScreenCTM()?.inverse();
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return { x: at.x, y: -at.y };
  };
  const box = boxOf([part.outer]);
  const zoom = (factor: number) => setNear(zoomed(view, all, factor, middle(view)));
  const held = useRef<{ x: number; y: number; part: boolean; from: Asked["plate"] } | null>(null);
  // the wheel zooms the plate, not the page: a listener of the browser's own, as only that may stop the page
  useEffect(() => {
    const box = frame.current;
    if (box === null) return;
    const turn = (event: WheelEvent) => {
      event.preventDefault();
      const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(
        box.getScreenCTM()?.inverse(),
      );
      setNear((now) => zoomed(now ?? all, all, event.deltaY > 0 ? 1.15 : 1 / 1.15, at));
    };
    box.addEventListener("wheel", turn, { passive: false });
    return () => box.removeEventListener("wheel", turn);
  }, [all]);
  const keys = (event: KeyboardEvent) => {
    const next = event.target === event.currentTarget ? keyed(event.key, view, all) : null;
    if (next === null) return;
    event.preventDefault();
    setNear(next);
  };
  return (
    <div className="relative min-h-64 flex-1 overflow-hidden rounded-md border border-line bg-sunk">
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing is no fieldset */}
      <svg
        ref={frame}
        viewBox={`${view.x} ${view.y} ${view.width} ${view.height}`}
        className="absolute inset-0 size-full touch-none"
        role="group"
        aria-label={describe(part, laid)}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: the plate is moved about by keys, as the buttons beside it do
        tabIndex={0}
        onKeyDown={keys}
        data-stage=""
        onPointerDown={(event) => {
          const at = place(event);
          const onPart = (event.target as Element).closest("[data-body]") !== null;
          held.current = { ...at, part: onPart, from: plate };
          (event.currentTarget as Element).setPointerCapture(event.pointerId);
        }}
        onPointerMove={(event) => {
          const from = held.current;
          if (from === null) return;
          const at = place(event);
          if (from.part) onMove(from.from.x_mm + at.x - from.x, from.from.y_mm + at.y - from.y);
          else setNear(panned(view, from.x - at.x, at.y - from.y));
        }}
        onPointerUp={() => {
          held.current = null;
        }}
      >
        <Plate plate={plate} part={part} laid={laid} view={view} u={u} torch={torch} {...rest} />
        <Dimensions
          box={box}
          u={u}
          say={(mm) => print(mm, "length", system)}
          // a start at the right has its number there
          left={laid?.paths.some(({ lead_in: [at] }) => (at?.[0] ?? 0) > box.right) ?? false}
        />
        {handles(u, place)}
      </svg>
      <span className="absolute top-2 right-2 flex flex-col gap-1">
        <Button aria-label={LAYOUT.nearer} onClick={() => zoom(0.8)}>
          <ZoomIn size={16} aria-hidden="true" />
        </Button>
        <Button aria-label={LAYOUT.farther} onClick={() => zoom(1.25)}>
          <ZoomOut size={16} aria-hidden="true" />
        </Button>
        <Button aria-label={LAYOUT.fit} onClick={() => setNear(null)}>
          <Maximize size={16} aria-hidden="true" />
        </Button>
      </span>
    </div>
  );
}

function describe(part: Part, laid: Schemas["PathsReply"] | undefined): string {
  const holed = fill(LAYOUT.holed, { n: part.holes.length });
  return laid === undefined
    ? holed
    : `${holed}, ${fill(LAYOUT.cutAlong, { n: laid.paths.length })}`;
}
