import type { Words } from "../api/client";
import { useUnits } from "../kit/units";

const POINTS = ["N", "NE", "E", "SE", "S", "SW", "W", "NW"];

interface Props {
  from: number | null;
  heading: Words | null;
  onFrom: (degrees: number) => void;
}

/** Where the wind is from today, and which way to point the pen. */
export function TodaysWind({ from, heading, onFrom }: Props) {
  const { read } = useUnits();
  return (
    <div className="mt-2" role="group" aria-label="Wind from">
      <span className="mr-2">Wind from</span>
      {POINTS.map((point, i) => (
        <button
          key={point}
          type="button"
          aria-pressed={from === i * 45}
          className={`px-1.5 font-semibold ${from === i * 45 ? "border-b-3 border-ink" : "border-b-3 border-transparent text-pencil hover:border-rule"}`}
          onClick={() => onFrom(i * 45)}
        >
          {point}
        </button>
      ))}
      <p aria-live="polite" className="min-h-6">
        {heading ? read(heading) : ""}
      </p>
    </div>
  );
}
