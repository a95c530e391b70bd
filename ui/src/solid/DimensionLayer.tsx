import { useState } from "react";
import type { Bench } from "../api/client";
import { PullGrip, type Pull } from "../drawing/PullGrip";
import { useLengthDrag, type Pulling } from "../drawing/useLengthDrag";
import { useUnits } from "../kit/units";
import type { Seen } from "./Eye";
import { dimensionsSeen, placeWords, type Words } from "./dims";

const GRIP_PX = 10; // words keep this far from a grip

interface Props {
  bench: Bench;
  seen: Seen;
  pulling: Pulling;
  onPick: (parameter: string) => void;
}

/** Dimension lines over the turned pen: words that keep clear of each other, ends that can be pulled. */
export function DimensionLayer({ bench, seen, pulling, onPick }: Props) {
  const { read } = useUnits();
  const hands = useLengthDrag(bench, pulling);
  const { grip, pulled, said } = hands;
  const [near, setNear] = useState<string | null>(null);
  const dims = dimensionsSeen(bench, seen.eye);
  const isLength = (name: string) => pulling.parameters.some((one) => one.name === name && one.kind === "length");
  const measured = new Set(dims.map(({ dim }) => dim.parameter).filter(isLength));
  const grips = bench.model.pulls.filter((one) => !measured.has(one.parameter)).map((pull) => ({ pull, ...gripSeen(pull, seen) }));
  const before: Words[] = grips.map(({ at: [x, y] }) => ({ x, y, half: GRIP_PX }));
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
                aria-label={`pull ${pulling.parameters.find((one) => one.name === name)?.label ?? name}`}
                aria-valuemin={pulling.parameters.find((one) => one.name === name)?.low}
                aria-valuemax={pulling.parameters.find((one) => one.name === name)?.high}
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
      {grips.map(({ pull, ...where }) => (
        <PullGrip key={pull.parameter} bench={bench} pull={pull} {...where} hands={hands} />
      ))}
      {said ? (
        <text x={16} y={22} fontSize={15} fontWeight={600} fill="var(--color-clay)" stroke="var(--color-sheet)" strokeWidth={5} paintOrder="stroke">
          {said}
        </text>
      ) : null}
    </svg>
  );
}

/** Where a pull falls on the sheet, on the side the eye stands on, and which way it goes there. */
function gripSeen(pull: Pull, seen: Seen): { at: [number, number]; perMm: [number, number] } {
  const [x, y, z] = pull.place;
  const side = seen.eye[1] > 0 ? -y : y;
  const at = seen.at([x, side, z]);
  const [tx, ty] = seen.at([x + pull.way[0] * 100, side + pull.way[1] * 100, z + pull.way[2] * 100]);
  return { at, perMm: [(tx - at[0]) / 100, (ty - at[1]) / 100] };
}
