/** Feet or metres, switched at any moment: the server sends both, this picks. */
import { createContext, useContext, useMemo, useState, type ReactNode } from "react";
import type { Words } from "../api/client";

export type System = "metric" | "imperial";

interface Units {
  system: System;
  setSystem: (system: System) => void;
  read: (words: Words) => string;
}

const KEPT_AS = "ergamot-units";
const UnitsContext = createContext<Units | null>(null);

function remembered(): System {
  return window.localStorage.getItem(KEPT_AS) === "metric" ? "metric" : "imperial";
}

export function UnitsProvider({ children }: { children: ReactNode }) {
  const [system, choose] = useState<System>(remembered);
  const units = useMemo(
    () => ({
      system,
      setSystem: (next: System) => {
        window.localStorage.setItem(KEPT_AS, next);
        choose(next);
      },
      read: (words: Words) => words[system],
    }),
    [system],
  );
  return <UnitsContext.Provider value={units}>{children}</UnitsContext.Provider>;
}

export function useUnits(): Units {
  const units = useContext(UnitsContext);
  if (!units) throw new Error("useUnits needs a UnitsProvider");
  return units;
}
