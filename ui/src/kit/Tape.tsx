import { useRef, type KeyboardEvent, type PointerEvent } from "react";
import { nudge, rest, ticks } from "./tape";
import { useSlide } from "./useDrag";
import { useUnits } from "./units";

const WIDTH = 380;
const BAND = 30;

interface Props {
  label: string;
  low: number;
  high: number;
  value: number;
  stops: number[];
  spoken: string;
  onTry: (mm: number) => void;
  onKeep: (mm: number) => void;
  onDrop: () => void;
}

/** A tape measure: drag the hook, or arrow keys; triangles show where stock comes out whole. */
export function Tape({ label, low, high, value, stops, spoken, onTry, onKeep, onDrop }: Props) {
  const { system } = useUnits();
  const svg = useRef<SVGSVGElement>(null);
  const x = (mm: number) => ((mm - low) / (high - low)) * (WIDTH - 16) + 8;

  const at = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return value;
    const share = (((event.clientX - box.left) / box.width) * WIDTH - 8) / (WIDTH - 16);
    return rest(low + share * (high - low), low, high, stops, system);
  };
  const drag = useSlide({ at, onTry, onKeep, onDrop });
  const key = (event: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    onKeep(Math.min(high, Math.max(low, value + step * nudge(system) * (event.shiftKey ? 4 : 1))));
  };

  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${WIDTH} ${BAND + 14}`}
      className="block w-full cursor-ew-resize touch-pan-y select-none"
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={low}
      aria-valuemax={high}
      aria-valuenow={value}
      aria-valuetext={spoken}
      {...drag}
      onKeyDown={key}
    >
      <rect x={1} y={2} width={WIDTH - 2} height={BAND} fill="var(--color-tape)" stroke="var(--color-ink)" strokeWidth={1.6} />
      {ticks(low, high, system).map((tick) => (
        <line
          key={tick.mm}
          x1={x(tick.mm)}
          x2={x(tick.mm)}
          y1={2}
          y2={tick.tall ? 13 : 8}
          stroke="var(--color-ink)"
          strokeWidth={tick.tall ? 1.5 : 1}
        />
      ))}
      {ticks(low, high, system).map((tick) =>
        tick.label ? (
          <text key={tick.mm} x={x(tick.mm)} y={27} fontSize={12} fontWeight={600} textAnchor="middle" fill="var(--color-ink)">
            {tick.label}
          </text>
        ) : null,
      )}
      {stops
        .filter((stop) => stop >= low && stop <= high)
        .map((stop) => (
          <path key={stop} d={`M${x(stop)} ${BAND + 3} l5 9 h-10z`} fill="var(--color-grass)" />
        ))}
      <g transform={`translate(${x(value)} 0)`}>
        <rect x={-7} y={0} width={14} height={BAND + 4} fill="var(--color-sheet)" fillOpacity={0.55} stroke="var(--color-ink)" strokeWidth={1.6} />
        <line y1={0} y2={BAND + 4} stroke="var(--color-clay)" strokeWidth={2} />
      </g>
    </svg>
  );
}
