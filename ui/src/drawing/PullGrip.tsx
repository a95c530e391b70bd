import { useState } from "react";
import type { Bench } from "../api/client";
import { useUnits } from "../kit/units";
import type { Point } from "./frame";
import type { Hands } from "./useLengthDrag";

export type Pull = Bench["model"]["pulls"][number];

interface Props {
  bench: Bench;
  pull: Pull;
  at: Point;
  perMm: Point; // on the drawing, for a mm along the pull's way
  hands: Hands;
}

export const LEAST_PER_MM = 0.04; // drawn less than this, it runs towards the eye

/** A square grip on the pen itself: crown, roof edge, axle, house floor, bay; its name shows when it is near. */
export function PullGrip({ bench, pull, at: [x, y], perMm, hands: { pulling, grip, pulled } }: Props) {
  const { read } = useUnits();
  const [over, setOver] = useState(false);
  const hold = grip(pull.parameter, perMm, pull.per_mm);
  if (!hold || Math.hypot(...perMm) < LEAST_PER_MM) return null;
  const one = pulling.parameters.find((each) => each.name === pull.parameter);
  const value = bench.values[pull.parameter];
  const words = `${one?.label ?? pull.parameter}: ${value ? read(value.text) : ""}`;
  return (
    <g onMouseEnter={() => setOver(true)} onMouseLeave={() => setOver(false)} onFocus={() => setOver(true)} onBlur={() => setOver(false)}>
      <rect
        {...hold}
        x={x - 6}
        y={y - 6}
        width={12}
        height={12}
        transform={`rotate(45 ${x} ${y})`}
        className="pointer-events-auto cursor-grab touch-none"
        role="slider"
        tabIndex={0}
        aria-label={`pull ${one?.label ?? pull.parameter}`}
        aria-valuemin={one?.low}
        aria-valuemax={one?.high}
        aria-valuenow={Number(value?.value ?? 0)}
        aria-valuetext={words}
        fill="var(--color-tape)"
        stroke="var(--color-ink)"
        strokeWidth={1.6}
      />
      {over || pulled === pull.parameter ? (
        <text x={x + 13} y={y - 9} fontSize={15} fontWeight={600} fill="var(--color-ink)" stroke="var(--color-sheet)" strokeWidth={5} paintOrder="stroke" pointerEvents="none">
          {words}
        </text>
      ) : null}
    </g>
  );
}
