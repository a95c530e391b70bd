import type { Problem } from "../api/client";
import { Heads } from "./Heads";
import { Worksheet } from "./Worksheet";

export interface Side {
  label: string;
  theirs: string;
  mine: string;
}

interface Props {
  what: string;
  sides: Side[];
  onResolve: (side: "mine" | "theirs") => void;
}

/** What differs between what was sent and what stands, field by field, in the words given for each. */
export function sidesOf(mine: Record<string, unknown>, problem: Problem, labels: Record<string, string>): Side[] {
  const theirs = problem.theirs ?? {};
  return Object.entries(mine)
    .filter(([name, value]) => String(value) !== String(theirs[name]))
    .map(([name, value]) => ({ label: labels[name] ?? name, theirs: String(theirs[name] ?? ""), mine: String(value) }));
}

/** Someone else was faster: both sides shown, the keeper decides, nothing is overwritten meanwhile. */
export function BothSides({ what, sides, onResolve }: Props) {
  return (
    <Worksheet title="Changed in another window" open onClose={() => onResolve("theirs")}>
      <p>This {what} was changed elsewhere after you opened it. Nothing was overwritten. Here are both:</p>
      <table className="my-3 w-full">
        <Heads of={["what", "as it stands now", "yours"]} />
        <tbody>
          {sides.map((side) => (
            <tr key={side.label} className="border-t border-rule">
              <td className="py-1">{side.label}</td>
              <td className="py-1 font-semibold">{side.theirs}</td>
              <td className="py-1 font-semibold">{side.mine}</td>
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
