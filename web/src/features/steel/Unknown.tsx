/** An unknown piece: four tests at the bench, each answer drawn, and what they make of it. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { SCREEN, word } from "@/text";
import { useKept } from "@/ui/kept";
import { Mark } from "@/ui/mark";
import { Failed, Loading } from "@/ui/states";
import { TestPicture } from "./TestPicture";
import { answered, likelyOf } from "./unknown";
import { LEVELS } from "./verdict";

const NAMES: Record<string, [string, string]> = {
  magnet: ["Magnet", "Hold a magnet to clean metal."],
  spark: ["Spark", "Touch it lightly to a grinding wheel, goggles on, against a dark ground."],
  file: ["File", "One stroke with a new file on a corner."],
  chip: ["Chisel", "Cut a small chip with a cold chisel."],
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
  const likely = likelyOf(metals);
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
                    onClick={() => setAnswers(answered(answers, known, answer))}
                    className="flex flex-col items-center rounded-md border border-line bg-sheet p-1 text-sm hover:border-accent aria-pressed:border-2 aria-pressed:border-accent aria-pressed:bg-accent-soft"
                  >
                    <TestPicture answer={answer} />
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
