import type { PointerEvent } from "react";
import type { Worked } from "../api/client";
import { useUnits } from "../kit/units";
import { dayMarks, dayUnder } from "./dayAxis";

const WIDTH = 820;
const HEIGHT = 340;
const LEFT = 60;
const RUN = WIDTH - LEFT - 50;
const BASE = HEIGHT - 40;

/** Growth as a row of birds getting bigger along a measuring board, with the day pointed at marked. */
export function GrowthChart({ flock, at, onPoint }: { flock: Worked; at: number; onPoint: (day: number) => void }) {
  const { read } = useUnits();
  const first = flock.out_day;
  const last = flock.leaving_day;
  const most = Math.max(...flock.days.map((day) => day.mass_kg)) * 1.08;
  const x = (day: number) => LEFT + ((day - first) / (last - first)) * RUN;
  const y = (kg: number) => BASE - (kg / most) * (BASE - 24);
  const point = (event: PointerEvent<SVGSVGElement>) => onPoint(dayUnder(event, WIDTH, LEFT, RUN, first, last));
  const here = flock.days.find((day) => day.day === at);
  const curve = flock.days.map((day, i) => `${i ? "L" : "M"}${x(day.day).toFixed(1)} ${y(day.mass_kg).toFixed(1)}`).join("");
  const shown = new Set(dayMarks(first, last, RUN));
  const marks = flock.days.filter((day) => shown.has(day.day));
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="mt-2 w-full" role="img" aria-label={`Mass of a bird from day ${first} to day ${last}`} onPointerMove={point} onPointerDown={point}>
      <rect x={0} y={BASE} width={WIDTH} height={7} fill="var(--color-sward)" />
      <path d={`M0 ${BASE}H${WIDTH}`} stroke="var(--color-grass)" strokeWidth={1.6} />
      <path d={`${curve}L${x(last)} ${BASE}L${x(first)} ${BASE}Z`} fill="var(--color-sward)" opacity={0.6} />
      <path d={curve} fill="none" stroke="var(--color-ink)" strokeWidth={2.4} />
      {marks.map((day) => (
        <g key={day.day} stroke="var(--color-ink)" fontSize={14}>
          <path d={`M${x(day.day)} ${BASE}v6`} />
          <BirdMark x={x(day.day)} kg={day.mass_kg} most={most} />
          <text x={x(day.day)} y={BASE + 24} textAnchor="middle" stroke="none" fill="var(--color-pencil)">
            {day.day}
          </text>
        </g>
      ))}
      <text x={2} y={BASE + 24} fontSize={14} fill="var(--color-pencil)">day</text>
      {here ? (
        <g>
          <path d={`M${x(at)} ${BASE}V${y(here.mass_kg)}`} stroke="var(--color-ink)" strokeDasharray="4 3" strokeWidth={1.4} />
          <circle cx={x(at)} cy={y(here.mass_kg)} r={5} fill="var(--color-tape)" stroke="var(--color-ink)" strokeWidth={1.6} />
          <text x={x(at) - 9} y={y(here.mass_kg) - 10} textAnchor="end" fontSize={17} fontWeight={700} fontFamily="var(--font-slab)" fill="var(--color-ink)">
            {read(here.mass)}
          </text>
        </g>
      ) : null}
    </svg>
  );
}

function BirdMark({ x, kg, most }: { x: number; kg: number; most: number }) {
  const size = 26 + 34 * Math.cbrt(kg / most);
  return (
    <g transform={`translate(${x} ${BASE}) scale(${size} ${-size})`} strokeWidth={1.2 / size} strokeLinejoin="round">
      <path d="M.02 .22V.02M.14 .25V.02" fill="none" />
      <path d="M-.52 .66Q-.5 .86 -.36 .72Q-.15 .56 .08 .66Q.16 .78 .17 .9Q.26 1.02 .36 .92L.46 .87L.37 .83Q.4 .5 .2 .32Q.1 .2 -.06 .2Q-.42 .24 -.52 .66Z" fill="var(--color-sheet)" />
      <path d="M.2 .97q.02 .08 .05 .03q.03 .07 .06 0q.04 .03 .04 -.05" fill="var(--color-clay)" stroke="none" />
    </g>
  );
}
