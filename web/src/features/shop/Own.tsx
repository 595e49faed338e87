/** What a shop says in its own words: whom to call, and the wires in its drawer. */
import { useEffect, useState } from "react";
import { wiresOf } from "@/cut/wires";
import { SCREEN } from "@/text";
import { TextField } from "@/ui/text-field";

/** Whom to call in an emergency, in the shop's own words; it ends every emergency card at the torch. */
export function NumbersToCall({
  kept,
  error,
  onCommit,
}: {
  kept: string;
  error: string | undefined;
  onCommit: (text: string) => void;
}) {
  const [text, setText] = useState(kept);
  useEffect(() => setText(kept), [kept]);
  return (
    <section aria-labelledby="numbers" className="flex max-w-2xl flex-col gap-1">
      <h2 id="numbers" className="text-lg font-semibold">
        Numbers to call
      </h2>
      <p className="text-sm text-ink-2">
        Fire, ambulance, gas supplier, first aider: they end every emergency card at the torch.
      </p>
      <textarea
        aria-labelledby="numbers"
        rows={2}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => text !== kept && onCommit(text)}
        className="rounded-md border border-line-strong bg-sheet p-2 text-sm"
      />
      {error && <p className="text-xs text-stop">{error}</p>}
    </section>
  );
}

/** The wires that bores are measured with. */
export function Wires({
  kept,
  error,
  onCommit,
}: {
  kept: readonly number[];
  error: string | undefined;
  onCommit: (wires: number[]) => void;
}) {
  const [text, setText] = useState(kept.join(" "));
  useEffect(() => setText(kept.join(" ")), [kept]);
  return (
    <TextField
      label={SCREEN.wires}
      value={text}
      onChange={setText}
      onBlur={() => text !== kept.join(" ") && onCommit(wiresOf(text))}
      aria-invalid={error !== undefined}
      hint={error ?? SCREEN.wiresAbout}
    />
  );
}
