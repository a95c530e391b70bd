import { letterOf, monthsOf, movesByDay, nextMonth, numberOf, type Season, type Visit } from "./season";
import { useMemo } from "react";
import { useUnits } from "../kit/units";

interface Props {
  season: Season;
  day: string;
  onDay: (day: string) => void;
}

/** A page of the wall almanac: a month, each day its moves. */
export function MonthPage({ season, day, onDay }: Props) {
  const moves = useMemo(() => movesByDay(season), [season]);
  const rounds = useMemo(() => new Map(season.rounds.map((one) => [one.day, one])), [season]);
  const { system } = useUnits();
  const months = monthsOf(season);
  const month = `${day.slice(0, 7)}-01`;
  const at = months.indexOf(month);
  const first = numberOf(month);
  const count = numberOf(nextMonth(month)) - first;
  const lead = (new Date(`${month}T00:00:00Z`).getUTCDay() + 6) % 7;
  const days = Array.from({ length: count }, (_, i) => `${month.slice(0, 8)}${String(i + 1).padStart(2, "0")}`);
  const turn = (to: string | undefined) => to && onDay(to < season.start ? season.start : to);
  return (
    <section aria-label="Almanac" className="mt-4 border-2 border-ink bg-sheet">
      <header className="flex items-baseline justify-between border-b-2 border-ink px-3 py-1">
        <button type="button" className="line-button no-print" disabled={at <= 0} onClick={() => turn(months[at - 1])}>
          ‹ <span className="sr-only">the month before</span>
        </button>
        <h2>{new Date(`${month}T00:00:00Z`).toLocaleDateString("en-GB", { month: "long", year: "numeric", timeZone: "UTC" })}</h2>
        <button type="button" className="line-button no-print" disabled={at < 0 || at >= months.length - 1} onClick={() => turn(months[at + 1])}>
          <span className="sr-only">the next month</span> ›
        </button>
      </header>
      <ol className="grid grid-cols-1 md:grid-cols-7">
        {["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"].map((name) => (
          <li key={name} aria-hidden className="border-b border-ink px-2 text-sm text-pencil max-md:hidden">
            {name}
          </li>
        ))}
        {Array.from({ length: lead }, (_, i) => (
          <li key={i} aria-hidden className="border-b border-rule/60 max-md:hidden" />
        ))}
        {days.map((one) => {
          const made = moves.get(one) ?? [];
          const round = rounds.get(one);
          return (
            <li key={one} className={`border-b border-rule/60 md:min-h-16 md:border-r ${made.length === 0 ? "max-md:hidden" : ""} ${one === day ? "bg-tape/50" : one === season.today ? "bg-sward" : ""}`}>
              <button type="button" className="block h-full w-full px-2 py-0.5 text-left" aria-pressed={one === day} onClick={() => onDay(one)}>
                <span className="flex items-baseline justify-between">
                  <b className="figure">{Number(one.slice(8))}</b>
                  {round ? <span className="text-sm text-pencil">{round.minutes} min</span> : null}
                </span>
                {made.map((visit, i) => (
                  <span key={i} className={`block text-sm leading-tight ${visit.passes.length > 0 ? "text-clay" : ""} ${visit.state === "done" ? "text-pencil line-through decoration-1" : ""}`}>
                    <b>{letterOf(season, visit.pen)}</b> {short(visit)}
                  </span>
                ))}
              </button>
            </li>
          );
        })}
      </ol>
      <p className="no-print float-right flex gap-x-5 px-3 py-1">
        {(["a4", "letter"] as const).map((paper) => (
          <a key={paper} className="line-button" href={`/api/fields/${season.field.id}/almanac.pdf?${new URLSearchParams({ month, paper, units: system })}`} download>
            {paper === "a4" ? "For the wall, A4" : "Letter"}
          </a>
        ))}
      </p>
      <p className="px-3 py-1 text-sm text-pencil">
        A letter is a pen, then its lane · stop; a second figure of a day is its second move. What passes a limit is red.
      </p>
    </section>
  );
}

function short(visit: Visit): string {
  const where = visit.lane < 0 ? "by hand" : `${visit.lane + 1} · ${visit.stop + 1}`;
  return visit.parts > 1 ? `${where}, ${visit.at.slice(0, 5)}` : where;
}
