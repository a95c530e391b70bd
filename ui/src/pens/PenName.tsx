import { useState } from "react";

/** The pen's name; click it to write another. */
export function PenName({ name, onKeep }: { name: string; onKeep: (name: string) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const leave = () => {
    if (typed !== null && typed.trim() && typed !== name) onKeep(typed);
    setTyped(null);
  };
  if (typed === null)
    return (
      <h1>
        <button type="button" className="font-slab font-bold hover:underline" onClick={() => setTyped(name)} title="Click to rename">
          {name}
        </button>
      </h1>
    );
  return (
    <input
      aria-label="Name of the pen"
      className="entry font-slab text-[24px] font-bold"
      value={typed}
      ref={(field) => field?.focus()}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={leave}
      onKeyDown={(event) => {
        if (event.key === "Enter") leave();
        if (event.key === "Escape") setTyped(null);
      }}
    />
  );
}
