import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { useDrag } from "../kit/useDrag";
import { FRAME, frameOf, type Spot } from "./way";

interface End extends Spot {
  number: number;
  tone?: "good" | "bad";
}

interface Pulled {
  number: number;
  spot: Spot;
  moved: boolean;
}

interface Props {
  label: string;
  ends: End[];
  onAdd?: (spot: Spot) => void;
  onMove?: (number: number, spot: Spot) => void;
}

const TONES = { good: "var(--color-grass)", bad: "var(--color-clay)" };
const NUDGES: Record<string, [number, number]> = { ArrowUp: [0, 1], ArrowDown: [0, -1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] };

/** The way from where a pen is built to the field, as one would pencil it on squared paper, north up.
 *  A click draws the next stretch; an end is pulled, or nudged by the arrow keys. */
export function WaySketch({ label, ends, onAdd, onMove }: Props) {
  const [held, setHeld] = useState<Pulled | null>(null);
  const pressed = useRef<Pulled | null>(null);
  const frame = frameOf(ends);
  const shown = ends.map((end) => (held?.number === end.number ? { ...end, east_m: held.spot.east_m, north_m: held.spot.north_m } : end));
  const points = [{ east_m: 0, north_m: 0 }, ...shown].map(frame.at);
  const under = (event: PointerEvent<Element>): Spot => {
    const sheet = (event.currentTarget as SVGElement).ownerSVGElement ?? event.currentTarget;
    const box = sheet.getBoundingClientRect();
    return frame.spot(((event.clientX - box.left) / box.width) * FRAME.wide, ((event.clientY - box.top) / box.height) * FRAME.tall);
  };
  const drag = useDrag<Pulled>({
    start: () => pressed.current,
    move: (now, event) => {
      Object.assign(now, { spot: under(event), moved: true });
      setHeld({ ...now });
    },
    end: (now) => {
      setHeld(null);
      if (now.moved) onMove?.(now.number, now.spot);
    },
    drop: () => setHeld(null),
  });
  const nudge = (event: KeyboardEvent, end: End) => {
    const by = NUDGES[event.key];
    if (!by || !onMove) return;
    event.preventDefault();
    const step = event.shiftKey ? 5 : 1;
    onMove(end.number, { east_m: end.east_m + by[0] * step, north_m: end.north_m + by[1] * step });
  };
  return (
    <svg
      viewBox={`0 0 ${FRAME.wide} ${FRAME.tall}`}
      className={`w-full border border-rule bg-sheet ${onAdd ? "cursor-crosshair" : ""}`}
      role="group"
      aria-label={label}
      onPointerUp={(event) => {
        if (event.target === event.currentTarget || (event.target as Element).hasAttribute("data-paper")) onAdd?.(under(event));
      }}
    >
      <g data-paper>
        {frame.rules.map((rule, i) => (
          <path key={i} data-paper d={rule} stroke="var(--color-rule)" strokeWidth={0.8} opacity={0.6} />
        ))}
      </g>
      {shown.map((end, i) => {
        const [a, b] = [points[i], points[i + 1]];
        if (!a || !b) return null;
        return (
          <g key={end.number} pointerEvents="none" data-stretch={end.number}>
            <path d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}`} stroke={end.tone ? TONES[end.tone] : "var(--color-wood)"} strokeWidth={onAdd ? 9 : 14} strokeLinecap="round" opacity={0.45} />
            <path d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}`} stroke="var(--color-ink)" strokeWidth={onAdd ? 1.4 : 2.2} strokeDasharray="7 4" />
            <text x={(a[0] + b[0]) / 2} y={(a[1] + b[1]) / 2 - (onAdd ? 8 : 12)} fontSize={onAdd ? 15 : 28} fontWeight={700} textAnchor="middle" stroke="var(--color-sheet)" strokeWidth={4} paintOrder="stroke" fill={end.tone === "bad" ? TONES.bad : "var(--color-ink)"}>
              {end.number}
            </text>
          </g>
        );
      })}
      <Shed at={points[0]} />
      {shown.map((end, i) => {
        const at = points[i + 1];
        if (!at) return null;
        const last = i === shown.length - 1;
        if (!onMove) return last ? <Tuft key={end.number} at={at} /> : null;
        return (
          <g key={end.number}>
            {last ? <Tuft at={at} /> : null}
            <circle
              cx={at[0]}
              cy={at[1]}
              r={7}
              tabIndex={0}
              role="button"
              aria-label={`end of stretch ${end.number}, ${end.east_m} m east and ${end.north_m} m north: pull or use the arrow keys`}
              className="cursor-grab focus-visible:outline-2"
              fill="var(--color-tape)"
              stroke="var(--color-ink)"
              strokeWidth={1.5}
              {...drag}
              onPointerDown={(event) => {
                pressed.current = { number: end.number, spot: end, moved: false };
                drag.onPointerDown(event);
              }}
              onKeyDown={(event) => nudge(event, end)}
            />
          </g>
        );
      })}
      <text x={12} y={FRAME.tall - 10} fontSize={onAdd ? 15 : 26} fill="var(--color-pencil)" pointerEvents="none">
        {`squares of ${frame.square} m · ${Math.round(frame.square * 3.2808)} ft, north up`}
      </text>
    </svg>
  );
}

type At = [number, number] | undefined;

/** Where pens are built. */
function Shed({ at }: { at: At }) {
  return at ? (
    <g transform={`translate(${at[0]} ${at[1]})`} pointerEvents="none">
      <path d="M-11 9V-3L0 -12L11 -3V9Z" fill="var(--color-wood)" stroke="var(--color-ink)" strokeWidth={1.4} />
      <path d="M-3 9V1H3V9" fill="var(--color-sheet)" stroke="var(--color-ink)" strokeWidth={1.1} />
    </g>
  ) : null;
}

/** The field it goes to. */
function Tuft({ at }: { at: At }) {
  return at ? (
    <path transform={`translate(${at[0]} ${at[1]})`} pointerEvents="none" d="M-12 14L-15 -2M-7 14L-8 -8M0 14V-11M7 14L9 -8M12 14L16 -2" stroke="var(--color-grass)" strokeWidth={2} fill="none" />
  ) : null;
}
