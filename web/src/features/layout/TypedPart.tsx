/** The line that says a part: read as it is typed, said back, laid out by Enter. */
import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useEffect, useId, useRef } from "react";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { LAYOUT } from "@/text/layout";
import { Button } from "@/ui/button";
import { useKept } from "@/ui/kept";
import { type Asked, withTyped } from "./model";
import { useThrottled } from "./useLayout";

type Props = {
  asked: Asked;
  onChange: (asked: Asked) => void;
  /** Typed on another page, and taken here at once. */
  typed: string | undefined;
};

export function TypedPart({ asked, onChange, typed }: Props) {
  const id = useId();
  const [text, setText] = useKept("galvanon.layout.typed", "");
  const settled = useThrottled(text);
  const read = useQuery({
    queryKey: keys.typedPart(settled),
    enabled: settled.trim() !== "",
    retry: false,
    queryFn: () => data(api.POST("/api/v1/entry/part", { body: { text: settled } })),
  });
  const navigate = useNavigate();
  const latest = useRef(asked);
  latest.current = asked;
  // Enter pressed before the reading has come is not lost: the line is read then and there
  async function take(text: string) {
    const reply = await data(api.POST("/api/v1/entry/part", { body: { text } })).catch(() => null);
    if (reply?.complete) onChange(withTyped(latest.current, reply));
  }
  // biome-ignore lint/correctness/useExhaustiveDependencies: taken once, when the page opens with it
  useEffect(() => {
    if (typed === undefined) return;
    setText(typed);
    void take(typed);
    // a reload keeps what was changed since, and does not take it again
    void navigate({ to: "/layout", search: {}, replace: true });
  }, [typed]);
  const found = text.trim() === "" ? undefined : read.data;
  return (
    <form
      className="flex flex-col gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        void take(text);
      }}
    >
      <label htmlFor={id} className="text-xs text-ink-2">
        {LAYOUT.typed}
      </label>
      <span className="flex gap-2">
        <input
          id={id}
          value={text}
          placeholder={LAYOUT.typedHint}
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => setText(event.target.value)}
          className="h-9 min-w-0 flex-1 rounded-md border border-line-strong bg-sheet px-2 text-sm"
          data-typed-part=""
        />
        <Button look="next" type="submit">
          {LAYOUT.take}
        </Button>
      </span>
      {found?.complete === true && (
        <p className="text-xs text-ink-2" data-part-echo="">
          {found.echo}
          {found.marks
            .flatMap(({ assumed }) => assumed ?? [])
            .slice(0, 1)
            .map((assumed) => ` (${assumed})`)}
        </p>
      )}
      {found?.problems.map((problem) => (
        <p
          key={`${problem.code} ${problem.start}`}
          className="text-xs text-caution"
          data-part-problem={problem.code}
        >
          {problem.text}
        </p>
      ))}
    </form>
  );
}
