import { useRef, type KeyboardEvent, type PointerEvent } from "react";
import { useDrag } from "../kit/useDrag";
import { useUnits } from "../kit/units";
import { nearest, rests, spanOf, type Axis, type Found } from "./found";

const WIDTH = 260;
const BAND = 24;

interface Props {
  axis: Axis;
  pens: Found[];
  limit: number | undefined;
  onPull: (limit: number | undefined) => void;
}

/** A tape at the margin: its hook rests at each pen there is; let out to its end it holds nothing back. */
export function LimitTape({ axis, pens, limit, onPull }: Props) {
  const { read } = useUnits();
  const svg = useRef<SVGSVGElement>(null);
  const stops = rests(pens, axis.figure);
  const { low, high } = spanOf(pens, axis.figure);
  const open = axis.little ? high : low;
  const x = (value: number) => ((value - low) / (high - low)) * (WIDTH - 20) + 10;
  const saidAt = (value: number) => {
    const pen = pens.find((one) => one.figures[axis.figure] === value);
    const said = pen?.said[axis.figure];
    return said ? read(said) : String(Math.round(value * 100) / 100);
  };
  const words = limit === undefined ? "no limit" : `${axis.little ? "at most" : "at least"} ${saidAt(limit)}`;
  const settle = (value: number) => onPull(Math.abs(value - open) < (high - low) * 0.04 ? undefined : nearest(stops, value));
  const at = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return;
    settle(low + ((((event.clientX - box.left) / box.width) * WIDTH - 10) / (WIDTH - 20)) * (high - low));
  };
  const drag = useDrag<{ before: number | undefined }>({
    sideways: true,
    jumps: true,
    start: () => ({ before: limit }),
    move: (_, event) => at(event),
    end: () => {},
    drop: ({ before }) => onPull(before),
  });
  const key = (event: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, Home: -Infinity, End: Infinity }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    const [first, last] = axis.little ? [0, stops.length] : [-1, stops.length - 1];
    const now = limit === undefined ? (axis.little ? last : first) : stops.indexOf(nearest(stops, limit));
    onPull(stops[Math.min(last, Math.max(first, now + step))]);
  };
  return (
    <div>
      <p className="flex justify-between text-sm">
        <span className="font-slab font-bold">{axis.label}</span>
        <span className={`figure ${limit === undefined ? "text-pencil" : ""}`}>{words}</span>
      </p>
      <svg
        ref={svg}
        viewBox={`0 0 ${WIDTH} ${BAND + 12}`}
        className="block w-full cursor-ew-resize touch-pan-y select-none"
        role="slider"
        tabIndex={0}
        aria-label={`Limit on ${axis.label.toLowerCase()}`}
        aria-valuemin={low}
        aria-valuemax={high}
        aria-valuenow={limit ?? open}
        aria-valuetext={words}
        {...drag}
        onKeyDown={key}
      >
        <rect x={1} y={2} width={WIDTH - 2} height={BAND} fill="var(--color-tape)" fillOpacity={0.35} stroke="var(--color-ink)" strokeWidth={1.4} />
        <rect
          x={axis.little ? 1 : x(limit ?? open)}
          y={2}
          width={Math.max(0, axis.little ? x(limit ?? open) - 1 : WIDTH - 1 - x(limit ?? open))}
          height={BAND}
          fill="var(--color-tape)"
          stroke="var(--color-ink)"
          strokeWidth={1.4}
        />
        {stops.map((stop) => (
          <path key={stop} d={`M${x(stop)} ${BAND + 3}v7`} stroke="var(--color-grass)" strokeWidth={1.6} />
        ))}
        <g transform={`translate(${x(limit ?? open)} 0)`}>
          <rect x={-6} y={0} width={12} height={BAND + 4} fill="var(--color-sheet)" fillOpacity={0.6} stroke="var(--color-ink)" strokeWidth={1.5} />
          <path d={`M0 0V${BAND + 4}`} stroke="var(--color-clay)" strokeWidth={2} />
        </g>
      </svg>
    </div>
  );
}
