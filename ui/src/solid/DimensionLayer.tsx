import { useState } from "react";
import type { Bench } from "../api/client";
import { useLengthDrag, type Pulling } from "../drawing/useLengthDrag";
import { useUnits } from "../kit/units";
import type { Seen } from "./Eye";
import { dimensionsSeen, placeWords, type Words } from "./dims";

interface Props {
  bench: Bench;
  seen: Seen;
  pulling: Pulling;
  onPick: (parameter: string) => void;
}

/** Dimension lines over the turned pen: words that keep clear of each other, ends that can be pulled. */
export function DimensionLayer({ bench, seen, pulling, onPick }: Props) {
  const { read } = useUnits();
  const { grip, pulled, stopped } = useLengthDrag(bench, pulling);
  const said = stopped || pulling.refused;
  const [near, setNear] = useState<string | null>(null);
  const before: Words[] = [];
  const dims = dimensionsSeen(bench, seen.eye);
  const isLength = (name: string) => pulling.parameters.some((one) => one.name === name && one.kind === "length");
  const measured = new Set(dims.map(({ dim }) => dim.parameter).filter(isLength));
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full" role="group" aria-label="Dimensions">
      {dims.map(({ key, dim, mm, ends, line }) => {
        const [a, b] = [seen.at(line[0]), seen.at(line[1])];
        const [fa, fb] = [seen.at(ends[0]), seen.at(ends[1])];
        if (Math.hypot(a[0] - b[0], a[1] - b[1]) < 24) return null;
        const words = read(dim.text);
        const spot = placeWords(a, b, words.length * 4 + 6, before);
        if (!spot) return null;
        before.push(spot);
        const name = dim.parameter;
        const hold = isLength(name) ? grip(name, [(b[0] - a[0]) / mm, (b[1] - a[1]) / mm], 1) : null;
        const strong = near === key || pulled === name;
        return (
          <g key={key} stroke="var(--color-ink)" strokeWidth={strong ? 2 : 1} onMouseEnter={() => setNear(key)} onMouseLeave={() => setNear(null)}>
            <path d={`M${fa} L${a} M${fb} L${b}`} opacity={0.4} strokeDasharray="2 3" />
            <path d={`M${a} L${b}`} />
            <circle cx={a[0]} cy={a[1]} r={2.4} fill="var(--color-ink)" />
            <g
              className={name ? "pointer-events-auto cursor-pointer" : ""}
              role={name ? "button" : undefined}
              tabIndex={name ? 0 : undefined}
              aria-label={name ? `${name} ${words}: change` : undefined}
              onClick={() => name && onPick(name)}
              onKeyDown={(event) => event.key === "Enter" && name && onPick(name)}
            >
              <rect x={spot.x - spot.half} y={spot.y - 11} width={2 * spot.half} height={22} fill="var(--color-sheet)" stroke={pulled === name && name ? "var(--color-ink)" : "none"} />
              <text x={spot.x} y={spot.y + 5} textAnchor="middle" fontSize={15} fontWeight={600} fill="var(--color-ink)" stroke="none" textDecoration={name ? "underline" : undefined}>
                {words}
              </text>
            </g>
            {hold ? (
              <circle
                {...hold}
                cx={b[0]}
                cy={b[1]}
                r={strong ? 9 : 7}
                className="pointer-events-auto cursor-grab touch-none"
                role="slider"
                tabIndex={0}
                aria-label={`pull ${name}`}
                aria-valuenow={Number(bench.values[name]?.value ?? 0)}
                aria-valuetext={words}
                fill="var(--color-tape)"
                strokeWidth={1.6}
              />
            ) : (
              <circle cx={b[0]} cy={b[1]} r={2.4} fill="var(--color-ink)" />
            )}
          </g>
        );
      })}
      {bench.model.pulls
        .filter((one) => !measured.has(one.parameter))
        .map((one) => (
          <PullGrip key={one.parameter} bench={bench} pull={one} seen={seen} pulling={pulling} grip={grip} near={pulled === one.parameter} />
        ))}
      {said ? (
        <text x={16} y={22} fontSize={15} fontWeight={600} fill="var(--color-clay)" stroke="var(--color-sheet)" strokeWidth={5} paintOrder="stroke">
          {said}
        </text>
      ) : null}
    </svg>
  );
}

interface PullProps {
  bench: Bench;
  pull: Bench["model"]["pulls"][number];
  seen: Seen;
  pulling: Pulling;
  grip: ReturnType<typeof useLengthDrag>["grip"];
  near: boolean;
}

/** A square grip on the pen itself: roof edge, axle, house floor, bay; its name shows when it is near. */
function PullGrip({ bench, pull, seen, pulling, grip, near }: PullProps) {
  const { read } = useUnits();
  const [over, setOver] = useState(false);
  const side = seen.eye[1] > 0 ? -1 : 1;
  const place = [pull.place[0], pull.place[1] * side, pull.place[2]] as const;
  const [x, y] = seen.at([...place]);
  const [tx, ty] = seen.at([place[0] + pull.way[0] * 100, place[1] + pull.way[1] * 100, place[2] + pull.way[2] * 100]);
  const hold = grip(pull.parameter, [(tx - x) / 100, (ty - y) / 100], pull.per_mm);
  if (!hold || Math.hypot(tx - x, ty - y) < 4) return null;
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
        aria-label={`pull ${pull.parameter}`}
        aria-valuenow={Number(value?.value ?? 0)}
        aria-valuetext={words}
        fill="var(--color-tape)"
        stroke="var(--color-ink)"
        strokeWidth={1.6}
      />
      {over || near ? (
        <text x={x + 13} y={y - 9} fontSize={15} fontWeight={600} fill="var(--color-ink)" stroke="var(--color-sheet)" strokeWidth={5} paintOrder="stroke" pointerEvents="none">
          {words}
        </text>
      ) : null}
    </g>
  );
}
