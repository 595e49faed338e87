/** Why something is left: a choice of real reasons, so that nobody types with gloves. */
import { RUN } from "@/text/run";
import { Big } from "../panels/Big";

type Props = {
  question: string;
  reasons: readonly string[];
  picked?: string | null;
  onPick: (reason: string) => void;
  onClose?: () => void;
};

export function Reasons({ question, reasons, picked, onPick, onClose }: Props) {
  return (
    <div className="grid gap-3 pb-4 md:grid-cols-2" data-reasons="">
      <h2 className="text-2xl font-bold md:col-span-2">{question}</h2>
      {reasons.map((reason) => (
        <Big
          key={reason}
          look={picked === reason ? "picked" : "plain"}
          aria-pressed={picked === undefined ? undefined : picked === reason}
          onClick={() => onPick(reason)}
        >
          <span className="inline-block first-letter:uppercase">{reason}</span>
        </Big>
      ))}
      {onClose && <Big onClick={onClose}>{RUN.back}</Big>}
    </div>
  );
}
