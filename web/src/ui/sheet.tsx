/** A panel from the side (from below on a phone), on a Radix dialog. */
import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import { type ReactNode, useRef } from "react";

type Props = {
  open: boolean;
  onClose: () => void;
  title: string;
  children: ReactNode;
  middle?: boolean;
  /** Room for a table side by side. */
  wide?: boolean;
};

/** A field that is typed into. */
const FIELD = "input:not([type]), input[type=text], textarea";

export function Sheet({ open, onClose, title, children, middle = false, wide = false }: Props) {
  const place = middle
    ? "left-1/2 top-[12vh] w-[min(560px,94vw)] -translate-x-1/2 max-h-[76vh] rounded-md"
    : "inset-x-0 bottom-0 max-h-[85vh] rounded-t-md sm:inset-x-auto sm:right-0 sm:top-0 sm:max-h-none sm:rounded-none";
  const width = middle ? "" : wide ? "sm:w-[min(980px,96vw)]" : "sm:w-[420px]";
  const from = useRef<Element | null>(null);
  const content = useRef<HTMLDivElement>(null);
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          ref={content}
          onOpenAutoFocus={(event) => {
            from.current = document.activeElement;
            // whoever opens a panel types into its first field; without one the way out has the focus
            const field = content.current?.querySelector<HTMLElement>(FIELD);
            if (!field) return;
            event.preventDefault();
            field.focus();
          }}
          onCloseAutoFocus={(event) => {
            // it was opened by whoever had the focus: there it goes back
            event.preventDefault();
            if (from.current instanceof HTMLElement) from.current.focus();
          }}
          className={`fixed z-20 flex flex-col overflow-y-auto border border-line-strong bg-sheet p-4 shadow-xl ${place} ${width}`}
        >
          <header className="mb-3 flex items-start justify-between gap-2">
            <Dialog.Title className="text-lg font-semibold">{title}</Dialog.Title>
            <Dialog.Close
              className="grid size-9 place-items-center rounded-md hover:bg-sunk"
              aria-label="Close"
            >
              <X size={18} aria-hidden="true" />
            </Dialog.Close>
          </header>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
