import { memo, useMemo } from "react";
import { sayDay } from "../flocks/dates";
import { dayOf, monthsOf, numberOf, type Season } from "./season";

const SCREEN = 940;
const PHONE = 400;
const TALL = 92;
const LEFT = 20;
const WORD = 36; // wide: a month's name

/** The season to pull along: how much of the ground rests, week by week, under a cord of months with a peg on the day. */
export function SeasonPull({ season, day, onDay }: { season: Season; day: number; onDay: (day: number) => void }) {
  const [start, end] = [numberOf(season.start), numberOf(season.end) - 1];
  const wide = window.matchMedia("(max-width: 47.99rem)").matches ? PHONE : SCREEN;
  const x = (number: number) => LEFT + ((number - start) / Math.max(1, end - start)) * (wide - LEFT - 20);
  return (
    <div className="relative mt-1">
      <input
        type="range"
        className="peer no-print absolute inset-x-[1.4%] bottom-0 z-10 h-full cursor-ew-resize opacity-0"
        aria-label="Day of the season"
        min={start}
        max={end}
        value={day}
        aria-valuetext={sayDay(dayOf(day), true)}
        onChange={(event) => onDay(Number(event.target.value))}
      />
      <svg viewBox={`0 0 ${wide} ${TALL + 26}`} className="w-full peer-focus-visible:outline-3 peer-focus-visible:outline-grass" role="img" aria-label="The ground that rests, week by week, of all there is">
        <Curve season={season} wide={wide} />
        <g transform={`translate(${x(day)} 0)`} pointerEvents="none">
          <path d={`M0 6V${TALL}`} stroke="var(--color-clay)" strokeWidth={1.4} />
          <path d={`M-5 ${TALL - 4}h10v12l-5 6l-5 -6Z`} fill="var(--color-tape)" stroke="var(--color-ink)" strokeWidth={1.4} />
          <text x={day > (start + end) / 2 ? -9 : 9} y={TALL - 12} textAnchor={day > (start + end) / 2 ? "end" : "start"} fontSize={15} fontWeight={700} fontFamily="var(--font-slab)" stroke="var(--color-paper)" strokeWidth={4} paintOrder="stroke">
            {sayDay(dayOf(day), true)}
          </text>
        </g>
      </svg>
    </div>
  );
}

/** Which of some marks have room for a word beside them, before the next and before the end. */
function roomy(marks: number[], end: number): Set<number> {
  const found = new Set<number>();
  for (let i = marks.length - 1, next = end; i >= 0; i--) {
    const mark = marks[i] ?? 0;
    if (next - mark < WORD) continue;
    found.add(i);
    next = mark;
  }
  return found;
}

/** What no day changes: the curve and the cord. */
const Curve = memo(function Curve({ season, wide }: { season: Season; wide: number }) {
  const [start, end] = [numberOf(season.start), numberOf(season.end) - 1];
  const x = (number: number) => LEFT + ((Math.min(Math.max(number, start), end) - start) / Math.max(1, end - start)) * (wide - LEFT - 20);
  const most = Math.max(season.stops_m2, 1);
  const top = useMemo(() => Math.max(most, ...season.weeks.map((week) => Math.min(week.asked_m2, 1.6 * most))), [season, most]);
  const y = (area: number) => TALL - 4 - (Math.min(area, top) / top) * (TALL - 26);
  const line = (of: "resting_m2" | "asked_m2") => season.weeks.map((week, i) => `${i ? "L" : "M"}${x(numberOf(week.day)).toFixed(1)} ${y(week[of]).toFixed(1)}`).join("");
  const last = season.weeks[season.weeks.length - 1];
  const named = roomy(monthsOf(season).map((month) => x(numberOf(month))), wide);
  return (
    <>
      <path d={`${line("resting_m2")}L${x(last ? numberOf(last.day) : start)} ${TALL - 4}L${x(start)} ${TALL - 4}Z`} fill="var(--color-wood)" fillOpacity={0.6} />
      <path d={line("asked_m2")} fill="none" stroke="var(--color-pencil)" strokeWidth={1.4} strokeDasharray="5 4" />
      <path d={`M${LEFT} ${y(most)}H${wide - 20}`} stroke="var(--color-clay)" strokeWidth={1.2} />
      <text x={wide - 22} y={y(most) - 4} textAnchor="end" fontSize={13.5} fill="var(--color-clay)">
        all the ground
      </text>
      <path d={`M${LEFT} ${TALL - 4}H${wide - 20}`} stroke="var(--color-ink)" strokeWidth={2} />
      {monthsOf(season).map((month, i) => (
        <g key={month} transform={`translate(${x(numberOf(month))} ${TALL - 4})`}>
          <path d="M0 -4V5" stroke="var(--color-ink)" strokeWidth={1.6} />
          <text x={3} y={19} fontSize={13.5}>
            {!named.has(i) ? "" : new Date(`${month}T00:00:00Z`).toLocaleDateString("en-GB", { month: "short", timeZone: "UTC" })}
          </text>
        </g>
      ))}
      <text x={LEFT + 2} y={14} fontSize={13.5} fill="var(--color-pencil)">
        {wide === PHONE ? "ground that rests" : "ground that rests; in pencil what these pens ask for"}
      </text>
    </>
  );
});
