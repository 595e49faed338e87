/** What this person reads in: units and theme, kept on this screen. */
import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from "react";
import { SYSTEMS, type System } from "@/units";

export type Theme = "light" | "dark";
type Preferences = {
  system: System;
  setSystem: (system: System) => void;
  /** The shop's units, for whoever has not picked their own on this screen. */
  offerSystem: (system: System) => void;
  theme: Theme;
  setTheme: (theme: Theme) => void;
};

const Context = createContext<Preferences | null>(null);

function kept<T extends string>(key: string, allowed: readonly T[], usual: T): T {
  const found = allowed.find((value) => value === localStorage.getItem(key));
  return found ?? usual;
}

const SYSTEM = "galvanon.units";
const THEME = "galvanon.theme";

export function PreferencesProvider({ children }: { children: ReactNode }) {
  const [system, setSystem] = useState(() => kept<System>(SYSTEM, SYSTEMS, "inch"));
  const [theme, setTheme] = useState(() => {
    const dark = matchMedia("(prefers-color-scheme: dark)").matches;
    return kept<Theme>(THEME, ["light", "dark"], dark ? "dark" : "light");
  });
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  const value = useMemo<Preferences>(
    () => ({
      system,
      setSystem: (next) => {
        localStorage.setItem(SYSTEM, next);
        setSystem(next);
      },
      offerSystem: (next) => {
        if (localStorage.getItem(SYSTEM) === null) setSystem(next);
      },
      theme,
      setTheme: (next) => {
        localStorage.setItem(THEME, next);
        setTheme(next);
      },
    }),
    [system, theme],
  );
  return <Context value={value}>{children}</Context>;
}

export function usePreferences(): Preferences {
  const found = useContext(Context);
  if (found === null) throw new Error("usePreferences stands outside its provider");
  return found;
}
