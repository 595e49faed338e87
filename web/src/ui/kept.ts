/** State that survives a reload: nothing typed is lost. */
import { useCallback, useState } from "react";

export function useKept<T>(key: string, usual: T): [T, (next: T) => void] {
  const [value, setValue] = useState<T>(() => {
    const text = localStorage.getItem(key);
    if (text === null) return usual;
    try {
      return JSON.parse(text) as T;
    } catch {
      // written by an older version: start anew
      return usual;
    }
  });
  const keep = useCallback(
    (next: T) => {
      localStorage.setItem(key, JSON.stringify(next));
      setValue(next);
    },
    [key],
  );
  return [value, keep];
}
