import type { Place } from "../api/client";
import { Entry } from "../kit/Entry";
import { useUnits } from "../kit/units";

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

interface Props {
  place: Place;
  error: string | undefined;
  onKeep: (months: (string | number)[]) => void;
}

/** Twelve thermometers in a row, a figure under each, typed in °C or °F. */
export function MonthsChart({ place, error, onKeep }: Props) {
  const { read } = useUnits();
  return (
    <>
      <div className="mt-2 grid grid-cols-6 gap-3 md:grid-cols-12">
        {place.months.map((mean, i) => (
          <div key={MONTHS[i]}>
            <Thermometer c={place.months_c[i] ?? 0} />
            <Entry label={MONTHS[i] ?? ""} value={read(mean)} onKeep={(text) => onKeep(place.months_c.map((old, j) => (j === i ? text : old)))} />
          </div>
        ))}
      </div>
      {error ? <p role="alert" className="text-clay">{error}</p> : null}
    </>
  );
}

/** Twelve gauges: on how many days of each month the ground is soft. */
export function WetDays({ days, error, onKeep }: { days: number[]; error: string | undefined; onKeep: (days: (string | number)[]) => void }) {
  return (
    <>
      <div className="mt-2 grid grid-cols-6 gap-3 md:grid-cols-12">
        {days.map((wet, i) => (
          <div key={MONTHS[i]}>
            <Gauge days={wet} />
            <Entry label={`${MONTHS[i] ?? ""}, wet days`} quiet value={String(wet)} onKeep={(text) => onKeep(days.map((old, j) => (j === i ? text : old)))} />
          </div>
        ))}
      </div>
      {error ? <p role="alert" className="text-clay">{error}</p> : null}
    </>
  );
}

function Gauge({ days }: { days: number }) {
  const height = Math.min(1, days / 31) * 44;
  return (
    <svg viewBox="0 0 40 56" className="mx-auto h-14" aria-hidden>
      <rect x={13} y={50 - height} width={14} height={height} fill="var(--color-tin)" />
      <path d="M9 4L13 8V50H27V8L31 4" fill="none" stroke="var(--color-ink)" strokeWidth={1.6} />
    </svg>
  );
}

function Thermometer({ c }: { c: number }) {
  const height = Math.min(52, Math.max(0, (c + 10) * 1.3));
  return (
    <svg viewBox="0 0 40 84" className="mx-auto h-20" aria-hidden>
      <path d="M15 62V10a5 5 0 0 1 10 0V62a10 10 0 1 1 -10 0Z" fill="var(--color-sheet)" stroke="var(--color-ink)" strokeWidth={1.6} />
      <circle cx={20} cy={70} r={6.5} fill="var(--color-pencil)" />
      <rect x={18} y={62 - height} width={4} height={height + 4} fill="var(--color-pencil)" />
    </svg>
  );
}
