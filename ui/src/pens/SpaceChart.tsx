import type { Schemas } from "../api/client";
import { dayMarks } from "../flocks/dayAxis";
import { useUnits } from "../kit/units";

const WIDTH = 820;
const HEIGHT = 210;
const BASE = HEIGHT - 30;

/** Floor a bird has against what it needs, day by day: the rising need meets the level floor. */
export function SpaceChart({ days }: { days: Schemas["SpaceDayOut"][] }) {
  const { read } = useUnits();
  const first = days[0];
  const last = days[days.length - 1];
  if (!first || !last) return null;
  const most = Math.max(first.has_m2, last.good_m2) * 1.25;
  const x = (day: number) => 40 + ((day - first.day) / Math.max(1, last.day - first.day)) * (WIDTH - 200);
  const y = (m2: number) => BASE - (Math.min(m2, most) / most) * (BASE - 14);
  const line = (pick: (day: (typeof days)[number]) => number) =>
    days.map((day, i) => `${i ? "L" : "M"}${x(day.day).toFixed(1)} ${y(pick(day)).toFixed(1)}`).join("");
  const short = days.find((day) => day.has_m2 < day.good_m2);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full" role="img" aria-label="Floor a bird has and needs, day by day" fontSize={14}>
      <path d={`M0 ${BASE}H${WIDTH}`} stroke="var(--color-grass)" strokeWidth={1.6} />
      <path d={`${line((day) => day.good_m2)}L${x(last.day)} ${BASE}L${x(first.day)} ${BASE}Z`} fill="var(--color-sward)" />
      <path d={line((day) => day.good_m2)} fill="none" stroke="var(--color-grass)" strokeWidth={2.4} />
      <path d={line((day) => day.tight_m2)} fill="none" stroke="var(--color-pencil)" strokeWidth={1.4} strokeDasharray="6 4" />
      <path d={line((day) => day.has_m2)} fill="none" stroke="var(--color-ink)" strokeWidth={3} />
      <text x={x(last.day) + 8} y={y(last.good_m2) + 5} fill="var(--color-grass)">good: {read(last.good)}</text>
      <text x={x(last.day) + 8} y={Math.max(y(last.tight_m2) + 5, y(last.good_m2) + 23)} fill="var(--color-pencil)">tight: {read(last.tight)}</text>
      <text x={x(first.day) + 4} y={y(first.has_m2) - 7} fontWeight={600}>has {read(first.has)}</text>
      {short ? (
        <g stroke="var(--color-clay)">
          <path d={`M${x(short.day)} ${BASE}V${y(short.has_m2)}`} strokeWidth={2} />
          <text x={x(short.day) + 5} y={BASE - 6} fill="var(--color-clay)" stroke="none">short from day {short.day}</text>
        </g>
      ) : null}
      {dayMarks(first.day, last.day, WIDTH - 200).map((day) => (
        <text key={day} x={x(day)} y={BASE + 20} textAnchor="middle" fill="var(--color-pencil)">{day}</text>
      ))}
      <text x={0} y={BASE + 20} fill="var(--color-pencil)">day</text>
    </svg>
  );
}
