import type { PointerEvent } from "react";
import type { Worked } from "../api/client";
import { useUnits } from "../kit/units";
import { dayMarks, dayUnder } from "./dayAxis";

const WIDTH = 820;
const HEIGHT = 340;
const LEFT = 60;
const RIGHT = 210;
const RUN = WIDTH - LEFT - RIGHT;
const BASE = HEIGHT - 40;
const TOP = 20;

type Day = Worked["days"][number];
type Reading = Day["feed"];
/** The dashes of feed and water interlock: where the two run together both are seen. */
const LINES: { name: string; colour: string; of: (day: Day) => number; say: (day: Day, read: (amount: Reading) => string) => string; dash?: string }[] = [
  { name: "eggs", colour: "var(--color-ink)", of: (day) => day.eggs, say: (day) => `up to ${day.eggs.toFixed(0)} eggs` },
  { name: "feed", colour: "var(--color-grass)", of: (day) => day.feed_kg, say: (day, read) => `feed, up to ${read(day.feed)}`, dash: "8 8" },
  { name: "water", colour: "var(--color-pencil)", of: (day) => day.water_l, say: (day, read) => `water, up to ${read(day.water)}`, dash: "0 10 4 2" },
];

/** A flock kept to lay: its eggs, feed and water over the stay, each against its own greatest day. */
export function LayChart({ flock, at, onPoint }: { flock: Worked; at: number; onPoint: (day: number) => void }) {
  const { read } = useUnits();
  const [first, last] = [flock.out_day, flock.leaving_day];
  const x = (day: number) => LEFT + ((day - first) / (last - first)) * RUN;
  const point = (event: PointerEvent<SVGSVGElement>) => onPoint(dayUnder(event, WIDTH, LEFT, RUN, first, last));
  const lines = LINES.map((line, i) => {
    const greatest = flock.days.reduce((best, day) => (line.of(day) > line.of(best) ? day : best));
    const y = (day: Day) => BASE - (line.of(day) / (line.of(greatest) || 1)) * (BASE - TOP);
    const path = flock.days.map((day, n) => `${n ? "L" : "M"}${x(day.day).toFixed(1)} ${y(day).toFixed(1)}`).join("");
    return { ...line, greatest, path, label: TOP + 14 + i * 22 };
  });
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="mt-2 w-full" role="img" aria-label={`Eggs, feed and water from day ${first} to day ${last}`} onPointerMove={point} onPointerDown={point} fontSize={14}>
      <path d={`M0 ${BASE}H${WIDTH}`} stroke="var(--color-grass)" strokeWidth={1.6} />
      {lines.map((line) => (
        <g key={line.name}>
          <path d={line.path} fill="none" stroke={line.colour} strokeWidth={2.4} strokeDasharray={line.dash} />
          <path d={`M${WIDTH - RIGHT + 8} ${line.label - 5}h24`} stroke={line.colour} strokeWidth={2.4} strokeDasharray={line.dash} />
          <text x={WIDTH - RIGHT + 38} y={line.label} fill="var(--color-ink)">
            {line.say(line.greatest, read)}
          </text>
        </g>
      ))}
      <path d={`M${x(at)} ${BASE}V${TOP}`} stroke="var(--color-ink)" strokeDasharray="4 3" strokeWidth={1.4} />
      {dayMarks(first, last, RUN).map((day) => (
        <text key={day} x={x(day)} y={BASE + 24} textAnchor="middle" fill="var(--color-pencil)">
          {day}
        </text>
      ))}
      <text x={2} y={BASE + 24} fill="var(--color-pencil)">
        day
      </text>
    </svg>
  );
}
