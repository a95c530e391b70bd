import { figure } from "../api/client";
import { Entry } from "../kit/Entry";
import { useUnits } from "../kit/units";

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

interface Props {
  months: number[];
  error: string | undefined;
  onKeep: (months: number[]) => void;
}

/** Twelve thermometers in a row, a figure under each; typed in °C or °F as the reader's units are. */
export function MonthsChart({ months, error, onKeep }: Props) {
  const { system } = useUnits();
  const fahrenheit = system === "imperial";
  const shown = (c: number) => (fahrenheit ? Math.round(c * 18 + 320) / 10 : c);
  const kept = (text: string) => {
    const read = figure(text);
    return fahrenheit && Number.isFinite(read) ? Math.round(((read - 32) / 1.8) * 100) / 100 : read;
  };
  return (
    <>
      <div className="mt-2 grid grid-cols-6 gap-3 md:grid-cols-12">
        {months.map((c, i) => (
          <div key={MONTHS[i]}>
            <svg viewBox="0 0 40 84" className="mx-auto h-20" aria-hidden>
              <path d="M15 62V10a5 5 0 0 1 10 0V62a10 10 0 1 1 -10 0Z" fill="var(--color-sheet)" stroke="var(--color-ink)" strokeWidth={1.6} />
              <circle cx={20} cy={70} r={6.5} fill="var(--color-pencil)" />
              <rect x={18} y={62 - Math.min(52, Math.max(0, (c + 10) * 1.3))} width={4} height={Math.min(56, Math.max(4, (c + 10) * 1.3 + 4))} fill="var(--color-pencil)" />
            </svg>
            <Entry label={`${MONTHS[i]} ${fahrenheit ? "°F" : "°C"}`} value={String(shown(c))} onKeep={(text) => onKeep(months.map((old, j) => (j === i ? kept(text) : old)))} />
          </div>
        ))}
      </div>
      {error ? <p role="alert" className="text-clay">{error}</p> : null}
    </>
  );
}
