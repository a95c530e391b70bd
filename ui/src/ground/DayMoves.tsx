import { useState } from "react";
import { useLoad } from "../api/queries";
import { addDays, sayDay } from "../flocks/dates";
import { Steps, Worksheet } from "../kit/Worksheet";
import { Trouble } from "../kit/Trouble";
import { useUnits } from "../kit/units";
import { letterOf, placeOf, type Season, type Visit } from "./season";
import type { useSaid } from "./useSaid";

interface Props {
  season: Season;
  day: string;
  said: ReturnType<typeof useSaid>;
  onPlace: (pen: number) => void;
}

/** The moves of a day, what is done before each, and what came of it: done, elsewhere, not at all. */
export function DayMoves({ season, day, said, onPlace }: Props) {
  const [worked, setWorked] = useState<number | null>(null);
  const { read } = useUnits();
  const moves = season.visits.filter((visit) => visit.day === day && visit.state !== "done");
  const round = season.rounds.find((one) => one.day === day);
  const done = season.visits.filter((visit) => visit.day === day && visit.state !== "planned");
  const open = moves.filter((visit) => visit.state === "planned");
  const told = day <= season.today;
  const before = season.visits.filter((visit) => visit.state === "planned" && visit.day < season.today).length;
  return (
    <section aria-label="The day's moves" className="mt-2">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2>{day === season.today ? `Today, ${sayDay(day, true)}` : sayDay(day, true)}</h2>
        {round ? (
          <span className="text-pencil">
            about {round.minutes} minutes in all{season.gate || season.pens.length > 1 ? `, ${read(round.walk)} of it walked` : ""}
          </span>
        ) : null}
      </div>
      {open.length === 0 && done.length === 0 ? <p>Nothing is moved: the pens stay where they are.</p> : null}
      <ol>
        {done.map((visit, i) => (
          <li key={`d${i}`} className="border-t border-rule/60 py-1 text-pencil">
            <Letter season={season} visit={visit} /> {nameOf(season, visit.pen)}: done, {placeOf(visit)}
          </li>
        ))}
        {open.map((visit) => (
          <li key={`${visit.pen}-${visit.part}`} className="border-t border-rule/60 py-1">
            <p className="text-lg">
              <Letter season={season} visit={visit} /> <b>{nameOf(season, visit.pen)}</b> to <b>{placeOf(visit)}</b>
              {visit.parts > 1 ? `, ${visit.at.slice(0, 5)}` : ""}
              <span className="text-pencil">
                , until {sayDay(visit.left)}; {Math.round(visit.minutes)} min
              </span>
            </p>
            {visit.passes.length > 0 ? <p className="text-clay">It passes what the grass bears, by {visit.passes.join(" and ")}.</p> : null}
            {visit.mow ? <p className="text-sm">The grass is long there: mow it first.</p> : null}
            {visit.haul ? <p className="text-sm">A haul of {read(visit.haul)}.</p> : null}
            <p className="no-print flex flex-wrap gap-x-5 gap-y-2">
              {told ? (
                <button type="button" className="line-button bg-tape/60 max-md:w-full max-md:py-2" disabled={said.busy} onClick={() => said.done(visit.pen, day, visit.part)}>
                  Done
                </button>
              ) : null}
              <button type="button" className="line-button" disabled={said.busy} onClick={() => said.passedOver(visit.pen, day)}>
                Too wet there
              </button>
              <button type="button" className="line-button" disabled={said.busy} onClick={() => setWorked(visit.pen)}>
                How long, and why
              </button>
            </p>
          </li>
        ))}
      </ol>
      {told ? (
        <div className="no-print mt-2 flex flex-wrap gap-x-5 gap-y-2 text-sm">
          {season.pens.map((pen) => (
            <span key={pen.pen} className="flex flex-wrap items-baseline gap-x-3">
              <b>{letterOf(season, pen.pen)}</b>
              <button type="button" className="line-button" disabled={said.busy} onClick={() => onPlace(pen.pen)}>
                stands elsewhere
              </button>
              <button type="button" className="line-button" disabled={said.busy} onClick={() => said.notMoved(pen.pen, day)}>
                not moved
              </button>
              {season.visits.some((visit) => visit.pen === pen.pen && visit.state !== "planned") ? (
                <button type="button" className="line-button" disabled={said.busy} onClick={() => said.takenBack(pen.pen)}>
                  take the last word back
                </button>
              ) : null}
            </span>
          ))}
        </div>
      ) : null}
      {told && before > 0 ? (
        <p className="no-print mt-1 flex flex-wrap gap-x-4 text-sm text-pencil">
          {before} {before === 1 ? "move" : "moves"} before today {before === 1 ? "is" : "are"} taken as made, for nothing else was said.
          <button type="button" className="line-button text-ink" disabled={said.busy} onClick={() => said.done(null, addDays(season.today, -1), null)}>
            They were
          </button>
        </p>
      ) : null}
      <Trouble problem={said.problem} />
      {open.length > 0 && season.before_move.length > 0 ? <Before key={day} lines={season.before_move} /> : null}
      {worked !== null ? <Load field={season.field.id} pen={worked} name={nameOf(season, worked)} day={day} onClose={() => setWorked(null)} /> : null}
    </section>
  );
}

const nameOf = (season: Season, pen: number) => season.pens.find((one) => one.pen === pen)?.name ?? "a pen that is gone";

function Letter({ season, visit }: { season: Season; visit: Visit }) {
  return <span className="figure inline-block w-6 border border-ink bg-tape text-center">{letterOf(season, visit.pen)}</span>;
}

/** The keeper's own list, ticked off by hand before a move; nothing of it is kept. */
function Before({ lines }: { lines: string[] }) {
  const [ticked, setTicked] = useState<Set<number>>(new Set());
  return (
    <fieldset className="mt-2">
      <legend className="font-slab font-bold">Before each move</legend>
      <div className="flex flex-wrap gap-x-5 max-md:flex-col">
        {lines.map((line, i) => (
          <label key={i} className="flex items-baseline gap-2 py-0.5 max-md:py-1.5">
            <input
              type="checkbox"
              checked={ticked.has(i)}
              onChange={() => setTicked((before) => new Set(before.has(i) ? [...before].filter((one) => one !== i) : [...before, i]))}
            />
            {line}
          </label>
        ))}
      </div>
      <p className="text-sm text-pencil">Lift with a straight back, mind toes and fingers as the frame comes down, and count the birds before and after.</p>
    </fieldset>
  );
}

function Load({ field, pen, name, day, onClose }: { field: number; pen: number; name: string; day: string; onClose: () => void }) {
  const load = useLoad(field, pen, day, true).data;
  if (!load) return null;
  return (
    <Worksheet title={`${name}, ${sayDay(day)}, day ${load.age}: ${load.moves} ${load.moves === 1 ? "move" : "moves"} by the grass`} open onClose={onClose}>
      <p className="mb-2">
        A stop lasts {load.stay_days.toFixed(2)} days: {load.ruled_by} {load.ruled_by === "droppings" ? "rule" : "rules"}.
      </p>
      <Steps steps={load.working} />
    </Worksheet>
  );
}
