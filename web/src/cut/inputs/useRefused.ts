/** What was refused at a field, in the reader's words. */
import type { FieldError } from "@/api/client";
import { refusal } from "@/text";
import { usePreferences } from "@/ui/preferences";

export function useRefused(errors: readonly FieldError[]) {
  const { system } = usePreferences();
  return (path: string): string | undefined => {
    const found = errors.find((each) => each.path === path);
    return found && refusal(found, system);
  };
}
