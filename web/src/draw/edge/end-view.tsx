/** The plate's edge from its end: the kerf, upright or leaning by the bevel. */
import { END, type Part } from "./scale";
import { Tip } from "./tip";

export function EndView({ plan, s, top, bottom, fuel, bevel }: Part & { bevel: number }) {
  const depth = bottom - top;
  const lean = Math.tan((bevel * Math.PI) / 180) * depth;
  const half = Math.max((plan.kerf_mm * s) / 2, 1.2) / Math.cos((bevel * Math.PI) / 180);
  // a bevel leans out to the left: move the kerf over so that both ends of it show
  const middle = Math.min(END.right - 24, END.middle + lean / 2);
  return (
    <g>
      <clipPath id="plate-end">
        <rect x={END.left} y={top} width={END.right - END.left} height={depth} />
      </clipPath>
      <g clipPath="url(#plate-end)">
        <path
          d={`M${END.left} ${top} H${middle - half} L${middle - half - lean} ${bottom} H${END.left - lean - 1} Z`}
          fill="var(--steel)"
        />
        <path
          d={`M${END.right + lean} ${top} H${middle + half} L${middle + half - lean} ${bottom} H${END.right + lean} Z`}
          fill="var(--steel)"
        />
      </g>
      <path
        d={`M${END.left} ${top} H${middle - half} L${middle - half - lean} ${bottom} H${Math.min(END.left, middle - half - lean)}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.5"
        clipPath="url(#plate-end)"
      />
      <path
        d={`M${END.right} ${top} H${middle + half} L${middle + half - lean} ${bottom} H${END.right}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.5"
        clipPath="url(#plate-end)"
      />
      <path
        d={`M${middle - half} ${top} H${middle + half} L${middle + half - lean} ${bottom} H${middle - half - lean} Z`}
        fill="var(--heat-orange)"
        opacity="0.75"
        clipPath="url(#plate-end)"
      />
      <g transform={`translate(${middle} ${top}) rotate(${bevel})`}>
        <Tip plan={plan} s={s} fuel={fuel} />
      </g>
    </g>
  );
}
