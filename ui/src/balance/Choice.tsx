import { useState } from "react";
import { withUnit } from "../kit/bare";
import { useUnits } from "../kit/units";

/** A length as it is typed, kept when it is left or Enter is pressed; a bare figure is in the unit shown beside it. */
export function Size({ label, value, unit, onKeep }: { label: string; value: string; unit?: string | undefined; onKeep: (value: string) => void }) {
  const { system } = useUnits();
  const shown = unit ?? (system === "imperial" ? "ft" : "m");
  const [typed, setTyped] = useState(value);
  const keep = () => {
    const whole = withUnit(typed.trim(), shown);
    if (whole !== value) onKeep(whole);
  };
  return (
    <label className="text-sm">
      {label}
      <input className="entry ml-2 w-20 text-base" value={typed} placeholder="any" onChange={(event) => setTyped(event.target.value)} onBlur={keep} onKeyDown={(event) => (event.key === "Enter" ? keep() : null)} /> {shown}
    </label>
  );
}

/** One of a few words, after its label. */
export function Choice({ label, value, options, onPick }: { label: string; value: string; options: [string, string][]; onPick: (value: string) => void }) {
  return (
    <label className="text-sm">
      {label}
      <select className="entry ml-2 text-base" value={value} onChange={(event) => onPick(event.target.value)}>
        {options.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}
