import { figure, type Schemas } from "../api/client";
import { Entry } from "../kit/Entry";
import { Cell, StackRow } from "../kit/Stacks";

type Obstacle = Schemas["ObstacleIn"];

interface Props {
  one: Obstacle;
  at: number;
  label: string;
  onChange: (to: Partial<Obstacle>) => void;
  onOut: () => void;
}

/** A row of what stands in a field: how far it is kept off, and when, where that is not always. */
export function ObstacleRow({ one, at, label, onChange, onOut }: Props) {
  const date = (name: "shut_from" | "shut_to" | "harvest", words: string) => (
    <label className="text-sm whitespace-nowrap">
      {words}{" "}
      <input type="date" className="entry w-36" aria-label={`${label}, ${at}: ${words}`} value={one[name] ?? ""} onChange={(event) => onChange({ [name]: event.target.value || null })} />
    </label>
  );
  return (
    <StackRow className="border-t border-rule/60">
      <Cell head="what" className="py-1">{label}</Cell>
      <Cell head="kept off, m" className="w-32 py-1 text-right">
        <Entry quiet label={`m kept off ${label}, ${at}`} value={String(one.off_m ?? 0)} onKeep={(text) => onChange({ off_m: figure(text) })} />
      </Cell>
      <Cell head="only" className="px-3 py-1">
        <span className="flex flex-wrap gap-x-4">
          {one.kind === "bed" ? (
            <>
              {date("harvest", "first picked")}
              <label className="flex items-baseline gap-1 text-sm whitespace-nowrap">
                <input type="checkbox" checked={one.touches_soil ?? false} onChange={(event) => onChange({ touches_soil: event.target.checked })} />
                {"what is eaten touches the soil"}
              </label>
            </>
          ) : (
            <>
              {date("shut_from", "shut from")}
              {date("shut_to", "to")}
            </>
          )}
        </span>
      </Cell>
      <Cell className="py-1 text-right">
        <button type="button" className="line-button" aria-label={`Take out ${label}, ${at}`} onClick={onOut}>
          ×
        </button>
      </Cell>
    </StackRow>
  );
}
