/** Picks a file: a button of ours over the browser's own input. */
import { FileUp } from "lucide-react";
import { buttonLook } from "./button";

type Props = { label: string; accept: string; onPick: (file: File) => void };

export function FilePick({ label, accept, onPick }: Props) {
  return (
    <label
      className={`${buttonLook("quiet")} w-fit cursor-pointer focus-within:outline-3 focus-within:outline-accent`}
    >
      <FileUp size={16} aria-hidden="true" /> {label}
      <input
        type="file"
        accept={accept}
        className="sr-only"
        onChange={(event) => {
          const file = event.target.files?.[0];
          // the same file can be picked again after it was mended
          event.target.value = "";
          if (file !== undefined) onPick(file);
        }}
      />
    </label>
  );
}
