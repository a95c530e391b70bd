import type { Schemas } from "../api/client";
import { BothSides } from "../kit/BothSides";
import type { Conflict } from "./usePenEdits";

interface Props {
  conflict: Conflict | null;
  parameters: Schemas["ParameterOut"][];
  onResolve: (side: "mine" | "theirs") => void;
}

/** Someone else changed the pen meanwhile: both sides shown, the keeper decides. */
export function ConflictSheet({ conflict, parameters, onResolve }: Props) {
  if (!conflict) return null;
  const theirs = conflict.problem.theirs ?? {};
  const values = (theirs["values"] ?? {}) as Record<string, unknown>;
  const typed = (theirs["typed"] ?? {}) as Record<string, unknown>;
  const rows = Object.entries({ ...conflict.mine.values, ...(conflict.mine.name ? { name: conflict.mine.name } : {}) });
  const unit = (name: string, value: unknown) =>
    typeof value === "number" && parameters.find((one) => one.name === name)?.kind === "length" ? `${value} mm` : String(value);
  const sides = rows.map(([name, mine]) => ({
    label: parameters.find((one) => one.name === name)?.label ?? name,
    theirs: unit(name, typed[name] ?? values[name] ?? theirs[name] ?? ""),
    mine: unit(name, mine),
  }));
  return <BothSides what="pen" sides={sides} onResolve={onResolve} />;
}
