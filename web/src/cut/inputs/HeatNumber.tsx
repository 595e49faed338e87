/** The mill's heat number, as it is stamped: kept with the cut and printed in the job's record. */
import { useEffect, useState } from "react";
import { TextField } from "@/ui/text-field";

type Props = { value: string | null | undefined; onCommit: (heat: string | null) => void };

export function HeatNumber({ value, onCommit }: Props) {
  const [typed, setTyped] = useState(value ?? "");
  useEffect(() => setTyped(value ?? ""), [value]);
  const commit = () => {
    const heat = typed.trim();
    if (heat !== (value ?? "")) onCommit(heat === "" ? null : heat);
  };
  return (
    <TextField
      label="Heat number"
      value={typed}
      maxLength={40}
      onChange={setTyped}
      onBlur={commit}
      onKeyDown={(event) => event.key === "Enter" && commit()}
    />
  );
}
