import { useState } from "react";
import type { Schemas } from "../api/client";
import { useUnits, type System } from "../kit/units";
import type { Parameter } from "../pens/parameters";
import { Choice, Size } from "./Choice";

/** What is settled of a search, in its address: a parameter, a tilde, what it is to be. */
export const settledIn = (params: URLSearchParams): Record<string, string> =>
  Object.fromEntries(params.getAll("fix").map((one) => one.split("~", 2)));

interface Props {
  shapes: Schemas["ShapeOut"][];
  shape: string;
  fixed: Record<string, string | number>;
  onSettle: (name: string, value: string) => void;
}

/** Things of a pen that are settled: told one by one, taken back one by one, one more picked of all the shapes can be. */
export function Settled({ shapes, shape, fixed, onSettle }: Props) {
  const { system } = useUnits();
  const [picked, setPicked] = useState("");
  const all = everyOneOf(shapes.filter((one) => !shape || one.key === shape));
  const known = new Map(all.map((one) => [one.name, one]));
  const left = all.filter((one) => !(one.name in fixed));
  const one = known.get(picked);
  const settle = (value: string) => {
    if (one && value) onSettle(one.name, value);
    setPicked("");
  };
  return (
    <div className="mt-2 flex flex-wrap items-baseline gap-x-5 gap-y-1" role="group" aria-label="Settled">
      {Object.entries(fixed).map(([name, value]) => {
        const { label, choices } = known.get(name) ?? { label: name, choices: [] };
        return (
          <span key={name} className="text-sm">
            {label}: <b>{choices.find((each) => each.key === value)?.label ?? value}</b>{" "}
            <button type="button" className="underline decoration-2 underline-offset-4" aria-label={`Leave open: ${label}`} onClick={() => onSettle(name, "")}>
              leave open
            </button>
          </span>
        );
      })}
      <Choice label="Settle" value={picked} options={[["", "nothing more"], ...left.map((each): [string, string] => [each.name, `${each.group}: ${each.label}`])]} onPick={setPicked} />
      {one?.kind === "choice" ? <Choice label="to be" value="" options={[["", "…"], ...one.choices.map((each): [string, string] => [each.key, each.label])]} onPick={settle} /> : null}
      {one && one.kind !== "choice" ? <Size key={one.name} label="to be" value="" unit={UNIT_OF[one.kind]?.[system]} onKeep={settle} /> : null}
    </div>
  );
}

/** What a bare figure is in that is no length, by its kind. */
const UNIT_OF: Record<string, Record<System, string>> = {
  share: { metric: "%", imperial: "%" },
  angle: { metric: "°", imperial: "°" },
  mass: { metric: "kg", imperial: "lb" },
  count: { metric: "", imperial: "" },
};

/** Everything some shapes declare, each name once. */
function everyOneOf(shapes: Schemas["ShapeOut"][]): Parameter[] {
  const all = new Map<string, Parameter>();
  for (const shape of shapes) for (const one of shape.parameters) if (!all.has(one.name)) all.set(one.name, one);
  return [...all.values()].sort((a, b) => a.group.localeCompare(b.group) || a.label.localeCompare(b.label));
}
