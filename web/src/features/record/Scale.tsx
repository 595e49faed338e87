/** A class on a scale whose middle line is the plan: its band, its median, and each hand on it. */

import { RECORD, STATES, WAYS } from "@/text/record";
import { Wide } from "@/ui/wide";
import { HandTable } from "./HandTable";
import { place, type Row, said, stacked } from "./model";

type Props = {
  row: Row;
  name: string;
  nameOf: (id: string | null | undefined) => string;
  onChoose: (state: string) => void;
};

/** Ticks of the scale. */
const TICKS = [0.8, 0.9, 1.1, 1.25];
/** Across the picture. */
const at = (factor: number) => 10 + 580 * place(factor);
/** The first letters of a name, to stand on the scale. */
const letters = (name: string) =>
  name === RECORD.nobody
    ? "?"
    : name
        .split(" ")
        .map((part) => part[0])
        .join("");

export function Scale({ row, name, nameOf, onChoose }: Props) {
  const { factor, hands } = row;
  const rows = stacked(
    hands.map((hand) => at(hand.median)),
    18,
  );
  // as high as its hands stand on each other
  const top = 14 - 20 * Math.max(...rows.map((each) => each + 1), 1);
  const [left, right] = WAYS[factor.kind] ?? ["", ""];
  const about = `${name}: ${said(factor.median)} ${RECORD.of} ${RECORD.planIs}, n = ${factor.n}`;
  const small = { fontSize: 10, fill: "var(--ink-2)" };
  return (
    <li className="rounded-md border border-line bg-sheet px-3 py-2" data-class={name}>
      <div className="flex flex-wrap items-baseline justify-between gap-x-4 text-sm">
        <span className="font-semibold">{name}</span>
        <span className="tabular-nums">
          <strong>{said(factor.frozen ?? factor.median)}</strong> ({said(factor.low)} –{" "}
          {said(factor.high)}), n = {factor.n}
          {factor.state !== "learning" && `, ${STATES[factor.state]}`}
        </span>
      </div>
      <Wide label={about}>
        <svg
          viewBox={`0 ${top} 600 ${48 - top}`}
          className="w-full min-w-[520px]"
          role="img"
          aria-label={about}
        >
          <path d="M10 24 H590" stroke="var(--line-strong)" />
          <text x={10} y={42} {...small}>
            {left}
          </text>
          <text x={590} y={42} textAnchor="end" {...small}>
            {right}
          </text>
          {TICKS.map((tick) => (
            <g key={tick}>
              <path d={`M${at(tick)} 21 v6`} stroke="var(--line-strong)" />
              <text x={at(tick)} y={42} textAnchor="middle" {...small}>
                {tick}
              </text>
            </g>
          ))}
          <path d={`M${at(1)} 14 V34`} stroke="var(--ink)" strokeWidth="1.5" />
          <text x={at(1)} y={44} textAnchor="middle" {...small} fill="var(--ink)">
            {RECORD.plan}
          </text>
          <rect
            x={at(factor.low)}
            y={19}
            width={Math.max(at(factor.high) - at(factor.low), 2)}
            height={10}
            rx={3}
            fill="var(--accent)"
            fillOpacity="0.25"
          />
          <path d={`M${at(factor.median)} 14 V34`} stroke="var(--accent)" strokeWidth="3" />
          {hands.map((hand, i) => (
            <Hand
              key={hand.class.person_id ?? "nobody"}
              name={nameOf(hand.class.person_id)}
              x={at(hand.median)}
              y={4 - 20 * (rows[i] ?? 0)}
            />
          ))}
        </svg>
      </Wide>
      <HandTable factor={factor} hands={hands} nameOf={nameOf} onChoose={onChoose} />
    </li>
  );
}

function Hand({ name, x, y }: { name: string; x: number; y: number }) {
  return (
    <g data-hand={name}>
      <circle cx={x} cy={y} r={8} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.2" />
      <text x={x} y={y + 3.5} fontSize="9" fontWeight="700" textAnchor="middle" fill="var(--ink)">
        {letters(name)}
      </text>
    </g>
  );
}
