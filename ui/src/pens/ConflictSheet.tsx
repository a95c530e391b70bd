import type { Schemas } from "../api/client";
import { Worksheet } from "../kit/Worksheet";
import type { Conflict } from "./usePenEdits";
import { Heads } from "../kit/Heads";

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
  const shown = (name: string) => String(typed[name] ?? values[name] ?? theirs[name] ?? "");
  const unit = (name: string, value: unknown) =>
    typeof value === "number" && parameters.find((one) => one.name === name)?.kind === "length" ? `${value} mm` : String(value);
  return (
    <Worksheet title="Changed in another window" open onClose={() => onResolve("theirs")}>
      <p>This pen was changed elsewhere after you opened it. Nothing was overwritten. Here are both:</p>
      <table className="my-3 w-full">
        <Heads of={["what", "as it stands now", "yours"]} />
        <tbody>
          {rows.map(([name, mine]) => (
            <tr key={name} className="border-t border-rule">
              <td className="py-1">{parameters.find((one) => one.name === name)?.label ?? name}</td>
              <td className="py-1 font-semibold">{unit(name, typed[name] ?? values[name] ?? shown(name))}</td>
              <td className="py-1 font-semibold">{unit(name, mine)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <span className="flex gap-6">
        <button type="button" className="line-button" onClick={() => onResolve("theirs")}>
          Keep what stands
        </button>
        <button type="button" className="line-button" onClick={() => onResolve("mine")}>
          Put mine on top
        </button>
      </span>
    </Worksheet>
  );
}
