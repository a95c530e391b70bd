import { useState } from "react";

/** A length as it is typed, kept when it is left or Enter is pressed. */
export function Size({ label, value, onKeep }: { label: string; value: string; onKeep: (value: string) => void }) {
  const [typed, setTyped] = useState(value);
  const keep = () => {
    if (typed.trim() !== value) onKeep(typed.trim());
  };
  return (
    <label className="text-sm">
      {label}
      <input className="entry ml-2 w-20 text-base" value={typed} placeholder="any" onChange={(event) => setTyped(event.target.value)} onBlur={keep} onKeyDown={(event) => (event.key === "Enter" ? keep() : null)} />
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
