/** What is typed into a form that is not kept yet: it is there again when its keeper comes back to the page. */
import { useState } from "react";

const held = (name: string): unknown => {
  try {
    return JSON.parse(window.sessionStorage.getItem(name) ?? "null") as unknown;
  } catch {
    return null;
  }
};

/** State of a form, held in this tab under a name; without a name only while the form is shown. */
export function useTyped<T extends object>(name: string | undefined, start: T): [T, (change: Partial<T>) => void] {
  const [typed, setTyped] = useState<T>(() => ({ ...start, ...(name ? (held(name) as Partial<T> | null) : null) }));
  const set = (change: Partial<T>) =>
    setTyped((before) => {
      const next = { ...before, ...change };
      if (name) window.sessionStorage.setItem(name, JSON.stringify(next));
      return next;
    });
  return [typed, set];
}

/** What was typed is kept for good now. */
export const forgetTyped = (name: string) => window.sessionStorage.removeItem(name);
