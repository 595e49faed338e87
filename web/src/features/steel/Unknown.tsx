/** An unknown piece: four tests at the bench, each answer drawn, and what they make of it. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { SCREEN, word } from "@/text";
import { useKept } from "@/ui/kept";
import { Mark } from "@/ui/mark";
import { Failed, Loading } from "@/ui/states";
import { LEVELS } from "./verdict";

const NAMES: Record<string, [string, string]> = {
  magnet: ["Magnet", "Hold a magnet to clean metal."],
  spark: ["Spark", "Touch it lightly to a grinding wheel, goggles on, against a dark ground."],
  file: ["File", "One stroke with a new file on a corner."],
  chip: ["Chisel", "Cut a small chip with a cold chisel."],
};

/** Rays of a spark stream: how long, how many, and whether they burst at the end. */
const SPARKS: Record<string, { rays: number; length: number; bursts: boolean; hue: string }> = {
  spark_long_white: { rays: 7, length: 74, bursts: false, hue: "var(--heat-straw)" },
  spark_bursting: { rays: 7, length: 60, bursts: true, hue: "var(--heat-straw)" },
  spark_short_red: { rays: 6, length: 30, bursts: false, hue: "var(--heat-cherry)" },
  spark_dull_few: { rays: 3, length: 34, bursts: false, hue: "var(--heat-orange)" },
  spark_none: { rays: 0, length: 0, bursts: false, hue: "none" },
};

function Spark({ answer }: { answer: string }) {
  const { rays, length, bursts, hue } = SPARKS[answer] ?? {
    rays: 0,
    length: 0,
    bursts: false,
    hue: "",
  };
  return (
    <g>
      <circle cx="10" cy="34" r="22" fill="var(--steel-2)" />
      {Array.from({ length: rays }, (_, i) => {
        const angle = -0.35 + (0.75 * i) / Math.max(1, rays - 1);
        const [x, y] = [30 + length * Math.cos(angle), 30 + length * Math.sin(angle)];
        return (
          <g
            // biome-ignore lint/suspicious/noArrayIndexKey: rays are alike
            key={i}
            stroke={hue}
            strokeWidth="2"
            fill="none"
          >
            <path d={`M30 30 L${x} ${y}`} />
            {bursts && <path d={`M${x} ${y} l7 -6 M${x} ${y} l8 1 M${x} ${y} l5 7`} />}
          </g>
        );
      })}
    </g>
  );
}

const DRAWN: Record<string, ReactNode> = {
  magnet_strong: (
    <path
      d="M20 12 h14 v22 a9 9 0 0 0 18 0 V12 h14 v22 a23 23 0 0 1 -46 0 Z M8 12 h80"
      fill="var(--steel)"
      stroke="var(--ink)"
      strokeWidth="2"
    />
  ),
  magnet_weak: (
    <path
      d="M20 18 h14 v18 a9 9 0 0 0 18 0 V18 h14 v18 a23 23 0 0 1 -46 0 Z M8 8 h80 M26 14 v-3 M60 14 v-3"
      fill="var(--steel)"
      stroke="var(--ink)"
      strokeWidth="2"
    />
  ),
  magnet_none: (
    <path
      d="M20 32 h14 v12 a9 9 0 0 0 18 0 V32 h14 v12 a23 23 0 0 1 -46 0 Z M8 8 h80"
      fill="var(--sheet)"
      stroke="var(--ink)"
      strokeWidth="2"
    />
  ),
  file_bites: (
    <path
      d="M4 40 H92 M14 40 V14 H86 V30 M20 40 l6 -6 6 6 6 -6 6 6 6 -6 6 6 6 -6 6 6"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2.5"
    />
  ),
  file_hard: (
    <path
      d="M4 40 H92 M14 38 V14 H86 V38 M24 40 l5 -3 5 3 M44 40 l5 -3 5 3 M64 40 l5 -3 5 3"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2.5"
    />
  ),
  file_skates: (
    <path
      d="M4 42 H92 M14 34 V12 H86 V34 Z M62 40 q14 -6 26 -1"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2.5"
    />
  ),
  chip_curls: (
    <path
      d="M4 46 H50 l30 -30 M50 46 H92 M52 44 c14 -2 22 -12 14 -20 c-8 -6 -16 4 -10 10"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2.5"
    />
  ),
  chip_breaks: (
    <path
      d="M4 46 H50 l30 -30 M50 46 H92 M40 34 l6 -8 7 5 -5 8 Z M30 24 l5 -5 4 5 -4 4 Z"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2.5"
    />
  ),
  chip_hard: (
    <path
      d="M4 46 H92 M50 44 l30 -30 M46 46 l3 -3 3 3"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2.5"
    />
  ),
};

export function Unknown() {
  const [answers, setAnswers] = useKept<string[]>("galvanon.steel.answers", []);
  const found = useQuery({
    queryKey: keys.unknown(answers),
    placeholderData: keepPreviousData,
    queryFn: () => data(api.POST("/api/v1/steel/unknown", { body: { answers } })),
  });
  if (found.isPending) return <Loading what="Laying out the tests" />;
  if (found.error) return <Failed error={found.error} onRetry={() => setAnswers([])} />;
  const { tests, next_test, metals, verdict, confidence } = found.data;
  const likely = metals.filter((metal) => metal.probability >= 0.02).slice(0, 5);
  return (
    <div className="grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_320px]">
      <ol className="flex flex-col gap-4">
        {tests.map(({ test, answers: known }) => {
          const [name, how] = NAMES[test] ?? [test, ""];
          const given = known.find((answer) => answers.includes(answer));
          return (
            <li key={test} data-test={test}>
              <h2 className="text-sm">
                <strong className="text-base">{name}</strong>{" "}
                <span className="text-ink-2">{how}</span>
                {next_test === test && (
                  <span className="ml-2 rounded-sm bg-accent px-1.5 text-xs font-semibold text-accent-ink">
                    tells most now
                  </span>
                )}
              </h2>
              <div className="mt-1 grid grid-cols-3 gap-2 sm:grid-cols-5">
                {known.map((answer) => (
                  <button
                    key={answer}
                    type="button"
                    aria-pressed={given === answer}
                    onClick={() =>
                      setAnswers(
                        answers
                          .filter((each) => !known.includes(each))
                          .concat(given === answer ? [] : [answer]),
                      )
                    }
                    className="flex flex-col items-center rounded-md border border-line bg-sheet p-1 text-sm hover:border-accent aria-pressed:border-2 aria-pressed:border-accent aria-pressed:bg-accent-soft"
                  >
                    <svg viewBox="0 0 110 60" className="h-14 w-full" aria-hidden="true">
                      {test === "spark" ? <Spark answer={answer} /> : DRAWN[answer]}
                    </svg>
                    {word(answer)}
                  </button>
                ))}
              </div>
            </li>
          );
        })}
      </ol>
      <aside
        className="flex flex-col gap-3 rounded-md border border-line bg-sheet p-3"
        data-unknown={verdict}
      >
        <p className="flex items-center gap-2 text-lg font-semibold">
          <Mark level={LEVELS[verdict] ?? "info"} size={22} />
          {answers.length === 0 ? "Not tested yet" : `Take it as: ${word(verdict)}`}
        </p>
        <p className="text-sm text-ink-2">
          {Math.round(confidence * 100)} % that it cuts no worse than that. {SCREEN.unknownMetal}
        </p>
        <ul className="flex flex-col gap-1.5">
          {likely.map((metal) => (
            <li key={metal.metal} className="text-sm">
              <span className="flex justify-between gap-2">
                <span className="flex items-center gap-1.5">
                  <Mark level={LEVELS[metal.verdict] ?? "info"} size={13} /> {word(metal.metal)}
                </span>
                <span>{Math.round(metal.probability * 100)} %</span>
              </span>
              <span className="block h-1.5 bg-sunk" aria-hidden="true">
                <span
                  className="block h-1.5 bg-ink-2"
                  style={{ width: `${metal.probability * 100}%` }}
                />
              </span>
            </li>
          ))}
        </ul>
      </aside>
    </div>
  );
}
