import { useId, type FormEvent } from "react";
import { figure, type Flock, type Problem, type Schemas } from "../api/client";
import { Trouble } from "../kit/Trouble";
import { useTyped } from "../kit/useTyped";
import { addDays } from "./dates";

type Strain = Schemas["StrainOut"];
type FlockIn = Schemas["FlockIn"];
type Draft = { name: string; strain: string; placed: string; hatch: string; out: string; leaves: string };

/** What each field is called on the form. */
export const FIELD_WORDS: Record<string, string> = {
  name: "Name",
  strain: "Birds",
  placed: "How many",
  hatch: "Hatched",
  out: "Out on grass",
  leaves: "Leave",
};

interface Props {
  strains: Strain[];
  start: Draft;
  word: string;
  problem: Problem | null;
  /** The name under which what is typed is held until it is kept. */
  heldAs?: string;
  onKeep: (flock: FlockIn) => void;
}

function usual(strains: Strain[], strain: string, hatch: string): Pick<Draft, "out" | "leaves"> {
  const row = strains.find((one) => one.key === strain);
  return { out: addDays(hatch, row?.to_grass_day ?? 21), leaves: addDays(hatch, row?.leaves_from_day ?? 49) };
}

/** What the form of a new flock says at first: broilers that hatch today. */
export function newFlock(strains: Strain[], today: string): Draft {
  return { name: "Spring broilers", strain: "broiler-fast", placed: "30", hatch: today, ...usual(strains, "broiler-fast", today) };
}

/** A kept flock as its form says it. */
export function asTyped({ name, strain, placed, hatch, out, leaves }: Flock): Draft {
  return { name, strain, placed: String(placed), hatch, out, leaves };
}

/** The form of a flock. Choosing a strain or hatch day sets the usual days; both can be changed. */
export function FlockForm({ strains, start, word, problem, heldAs, onKeep }: Props) {
  const [draft, set] = useTyped<Draft>(heldAs, start);
  const keep = (event: FormEvent) => {
    event.preventDefault();
    onKeep({ ...draft, placed: figure(draft.placed) });
  };
  const field = (name: keyof Draft) => ({
    value: draft[name],
    error: problem?.field === name ? problem : null,
  });
  return (
    <form className="space-y-3" onSubmit={keep} noValidate>
      <Row label="Name" {...field("name")} onType={(name) => set({ name })} />
      <label className="block text-sm">
        Birds
        <select className="entry w-full font-semibold" value={draft.strain} onChange={(event) => set({ strain: event.target.value, ...usual(strains, event.target.value, draft.hatch) })}>
          {strains.map((one) => (
            <option key={one.key} value={one.key}>
              {one.label}
            </option>
          ))}
        </select>
      </label>
      <Row label="How many" {...field("placed")} onType={(placed) => set({ placed })} />
      <Row label="Hatched" type="date" {...field("hatch")} onType={(hatch) => set({ hatch, ...usual(strains, draft.strain, hatch) })} />
      <Row label="Out on grass" type="date" {...field("out")} onType={(out) => set({ out })} />
      <Row label="Leave" type="date" {...field("leaves")} onType={(leaves) => set({ leaves })} />
      {problem && !(problem.field in draft) ? <Trouble problem={problem} /> : null}
      <button type="submit" className="line-button text-lg">
        {word}
      </button>
    </form>
  );
}

interface RowProps {
  label: string;
  value: string;
  error: Problem | null;
  type?: "text" | "date";
  onType: (text: string) => void;
}

function Row({ label, value, error, type = "text", onType }: RowProps) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="block text-sm">
        {label}
      </label>
      <input id={id} type={type} className="entry w-full font-semibold" value={value} aria-invalid={error ? true : undefined} aria-describedby={error ? `${id}-error` : undefined} onChange={(event) => onType(event.target.value)} />
      {error ? (
        <p id={`${id}-error`} role="alert" className="text-sm text-clay">
          {error.message}
          {error.allowed && !error.message.includes(error.allowed) ? `. Allowed: ${error.allowed}` : ""}
        </p>
      ) : null}
    </div>
  );
}
