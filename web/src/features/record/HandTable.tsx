/** The same as a table, and what a foreman may make of it. */
import { RECORD } from "@/text/record";
import { Button } from "@/ui/button";
import { May } from "@/ui/session";
import { type Row, said } from "./model";

type Props = Row & {
  nameOf: (id: string | null | undefined) => string;
  onChoose: (state: string) => void;
};

const CHOICES = [
  { state: "frozen", text: RECORD.freeze },
  { state: "refused", text: RECORD.refuse },
  { state: "learning", text: RECORD.learn },
];

export function HandTable({ factor, hands, nameOf, onChoose }: Props) {
  return (
    <details className="text-sm">
      <summary className="cursor-pointer text-ink-2">{RECORD.asTable}</summary>
      <table className="mt-1 w-full text-left tabular-nums">
        <thead className="text-xs text-ink-2">
          <tr>
            {[RECORD.person, RECORD.factor, RECORD.band, "n"].map((head) => (
              <th key={head} scope="col" className="font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {[...hands, factor].map((one) => (
            <tr key={one.class.person_id ?? one.from} className="border-t border-line">
              <td>{one.from === "class" ? RECORD.all : nameOf(one.class.person_id)}</td>
              <td>{said(one.median)}</td>
              <td>
                {said(one.low)} – {said(one.high)}
              </td>
              <td>{one.n}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <May right="settle">
        <span className="mt-2 flex flex-wrap gap-2">
          {CHOICES.filter(({ state }) => state !== factor.state).map(({ state, text }) => (
            <Button key={state} onClick={() => onChoose(state)}>
              {text}
            </Button>
          ))}
        </span>
      </May>
    </details>
  );
}
