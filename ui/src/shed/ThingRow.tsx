import { useState } from "react";
import { answer, api, type Thing } from "../api/client";
import { PutAway } from "../away/PutAway";
import { Cell, StackRow } from "../kit/Stacks";
import { StepList } from "../kit/StepList";
import { useUnits } from "../kit/units";
import type { useShedChange } from "./useShedChange";

interface Props {
  thing: Thing;
  pens: { id: number; name: string }[];
  shed: ReturnType<typeof useShedChange>;
  lit: boolean;
  onPoint: (id: number | null) => void;
}

/** One kind of thing: how many, what one is worth, which pen it is kept for; taken out one by one. */
export function ThingRow({ thing, pens, shed, lit, onPoint }: Props) {
  const { read } = useUnits();
  const said = read(thing.said);
  const [past, setPast] = useState(false);
  return (
    <StackRow className={`border-t border-rule/60 align-baseline ${lit ? "bg-tape/40" : ""}`} onMouseEnter={() => onPoint(thing.id)} onMouseLeave={() => onPoint(null)}>
      <Cell head="there are" className="py-1">
        <Small label={`How many ${said}`} value={String(thing.count)} onKeep={(text) => shed.change(thing, { count: Number(text) })} />
      </Cell>
      <Cell className="whole py-1">
        {said}
        {thing.lost_mm ? <span className="text-pencil">, {read(thing.lost)} of it not sound</span> : null}
        {thing.note ? <span className="block text-sm text-pencil">{thing.note}</span> : null}
      </Cell>
      <Cell head="worth each" className="py-1 text-right">
        <Small label={`What one ${said} is worth`} value={thing.each} onKeep={(text) => shed.change(thing, { each: Number(text.replace(",", ".")) })} />
      </Cell>
      <Cell head="kept for" className="py-1 pl-4">
        <select className="entry max-w-44" aria-label={`${said} kept for`} value={thing.pen ?? ""} onChange={(event) => shed.change(thing, { pen: event.target.value ? Number(event.target.value) : null })}>
          <option value="">any pen</option>
          {pens.map((pen) => (
            <option key={pen.id} value={pen.id}>
              {pen.name}
            </option>
          ))}
        </select>
      </Cell>
      <Cell className="py-1 pl-4 whitespace-nowrap">
        <span className="flex gap-4">
          <button type="button" className="line-button text-sm" aria-label={`Take one ${said}`} onClick={() => shed.take(thing, 1)}>
            Take one
          </button>
          <button type="button" className="line-button text-sm" aria-label={`Take back the last change to ${said}`} disabled={!thing.can_undo} onClick={() => shed.back(thing)}>
            ↶
          </button>
          <button type="button" className="line-button text-sm" aria-label={`Every step of ${said}`} onClick={() => setPast(true)}>
            Past
          </button>
          <StepList
            told={{
              of: said,
              key: ["thing", thing.id, thing.revision],
              read: (before) => answer(api.GET("/api/things/{thing_id}/history", { params: { path: { thing_id: thing.id }, query: { before } } })),
            }}
            open={past}
            onClose={() => setPast(false)}
          />
          <PutAway kind="thing" id={thing.id} revision={thing.revision} name={said} />
        </span>
      </Cell>
    </StackRow>
  );
}

/** A figure in a row, kept when it is left or Enter is pressed. */
function Small({ label, value, onKeep }: { label: string; value: string; onKeep: (text: string) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const leave = () => {
    if (typed !== null && typed !== value) onKeep(typed);
    setTyped(null);
  };
  return (
    <input
      aria-label={label}
      className="entry figure w-20 text-right"
      value={typed ?? value}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={leave}
      onKeyDown={(event) => {
        if (event.key === "Enter") leave();
        if (event.key === "Escape") setTyped(null);
      }}
    />
  );
}
