import { useState } from "react";
import type { Place, Schemas, Words } from "../api/client";
import { figure } from "../api/client";
import { Entry } from "../kit/Entry";
import { Pick } from "../kit/Pick";
import { Ticks } from "../kit/Ticks";
import { useUnits } from "../kit/units";

interface Props {
  one: Schemas["ConditionOut"];
  place: Place;
  zones: string[];
  error: string | undefined;
  onKeep: (value: unknown) => void;
}

/** One condition of the farm, as it is declared: a pick, some ticks, a figure with its unit, a zone. */
export function FarmCondition({ one, place, zones, error, onKeep }: Props) {
  const { read } = useUnits();
  const held = place as unknown as Record<string, unknown>;
  const value = held[one.name];
  switch (one.kind) {
    case "row":
    case "choice":
      return <Pick label={one.label} value={String(value)} options={one.choices} onPick={onKeep} error={error} />;
    case "rows":
    case "tools":
      return <Ticks legend={one.label} options={one.choices.filter((choice) => choice.key !== place.crew)} on={value as string[]} onKeep={onKeep} />;
    case "zone":
      return <Zone label={one.label} value={String(value)} zones={zones} onKeep={onKeep} />;
    case "figure":
      return one.told_as ? (
        <Entry label={one.label} value={held[one.told_as] ? read(held[one.told_as] as Words) : ""} hint={one.hint} error={error} onKeep={onKeep} />
      ) : (
        <Entry label={one.label} value={String(value)} hint={one.hint} error={error} onKeep={(text) => onKeep(figure(text))} />
      );
    case "lines":
      return <Lines label={one.label} hint={one.hint} lines={value as string[]} error={error} onKeep={onKeep} />;
    case "week":
      return <Week label={one.label} days={value as number[]} error={error} onKeep={onKeep} />;
    case "months":
    case "way":
      return null; // each has a panel of its own
  }
}

/** A list of the keeper's own, a line for each thing. */
function Lines({ label, hint, lines, error, onKeep }: { label: string; hint: string; lines: string[]; error: string | undefined; onKeep: (lines: string[]) => void }) {
  const kept = lines.join("\n");
  const [typed, setTyped] = useState<string | null>(null);
  const leave = () => {
    if (typed !== null && typed !== kept) onKeep(typed.split("\n").filter((line) => line.trim()));
    setTyped(null);
  };
  return (
    <label className="block text-sm">
      {label}
      <textarea className="entry w-full font-semibold" rows={Math.max(3, lines.length + 1)} value={typed ?? kept} aria-invalid={error ? true : undefined} onChange={(event) => setTyped(event.target.value)} onBlur={leave} />
      {error ? <span role="alert" className="block text-clay">{error}</span> : <span className="block text-pencil">{hint}</span>}
    </label>
  );
}

/** A figure for each day of the week, Monday first. */
function Week({ label, days, error, onKeep }: { label: string; days: number[]; error: string | undefined; onKeep: (days: unknown[]) => void }) {
  return (
    <fieldset>
      <legend className="text-sm">{label}</legend>
      <div className="grid grid-cols-7 gap-1">
        {["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"].map((day, i) => (
          <Entry key={day} label={day} value={String(days[i] ?? 0)} onKeep={(text) => onKeep(days.map((held, at) => (at === i ? figure(text) : held)))} />
        ))}
      </div>
      {error ? <p role="alert" className="text-sm text-clay">{error}</p> : null}
    </fieldset>
  );
}

function Zone({ label, value, zones, onKeep }: { label: string; value: string; zones: string[]; onKeep: (zone: string) => void }) {
  return (
    <label className="block text-sm">
      {label}
      <select className="entry w-full font-semibold" value={value} onChange={(event) => onKeep(event.target.value)}>
        {(zones.includes(value) ? zones : [value, ...zones]).map((one) => (
          <option key={one}>{one}</option>
        ))}
      </select>
    </label>
  );
}
