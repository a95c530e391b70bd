import type { Bench } from "../api/client";
import { useUnits } from "../kit/units";
import type { Placed, Point } from "./frame";
import { PullGrip, type Pull } from "./PullGrip";
import type { Hands } from "./useLengthDrag";

const HIGH_SHARE = 0.78;

interface Props {
  bench: Bench;
  placed: Placed;
  onPick: (parameter: string) => void;
  hands: Hands | null; // none where the drawing is only looked at
}

/** Dimension lines with small dots at their ends, or grips to pull them by; words on a patch of paper. */
export function Dimensions({ bench, placed, onPick, hands }: Props) {
  const { read } = useUnits();
  return (
    <g fontSize={14} fontWeight={600}>
      {placed.view.dimensions.map((dim, i) => {
        const upright = Math.abs(dim.a[0] - dim.b[0]) < 1;
        const shift = (p: number[]): Point =>
          upright ? [(dim.a[0] ?? 0) + dim.away, p[1] ?? 0] : [p[0] ?? 0, (dim.a[1] ?? 0) + dim.away];
        const [a, b] = [placed.at(shift(dim.a)), placed.at(shift(dim.b))];
        const [fa, fb] = [placed.at(dim.a as Point), placed.at(dim.b as Point)];
        const words = read(dim.text);
        // Higher up on the left of a view, clear of words on the right of the view beside it
        const share = upright && dim.away < 0 ? HIGH_SHARE : 0.5;
        const [mx, my] = [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share];
        const half = words.length * 3.7 + 5;
        const picks = dim.parameter !== "";
        const mm = Math.hypot(dim.a[0] - dim.b[0], dim.a[1] - dim.b[1]);
        const hold = picks ? hands?.grip(dim.parameter, [(b[0] - a[0]) / mm, (b[1] - a[1]) / mm], 1) : null;
        return (
          <g key={i} stroke="var(--color-pencil)" strokeWidth={1}>
            <path d={`M${fa} L${a} M${fb} L${b}`} opacity={0.45} strokeDasharray="2 3" />
            <path d={`M${a} L${b}`} />
            <circle cx={a[0]} cy={a[1]} r={2.4} fill="var(--color-pencil)" />
            {hold ? (
              <circle
                {...hold}
                cx={b[0]}
                cy={b[1]}
                r={6}
                className="cursor-grab touch-none"
                role="slider"
                tabIndex={0}
                aria-label={`pull ${dim.parameter}, ${placed.view.name}`}
                aria-valuenow={Number(bench.values[dim.parameter]?.value ?? 0)}
                aria-valuetext={words}
                fill="var(--color-tape)"
                stroke="var(--color-ink)"
                strokeWidth={1.4}
              />
            ) : (
              <circle cx={b[0]} cy={b[1]} r={2.4} fill="var(--color-pencil)" />
            )}
            <g
              role={picks ? "button" : undefined}
              tabIndex={picks ? 0 : undefined}
              aria-label={picks ? `${dim.parameter} ${words}: change` : undefined}
              className={picks ? "cursor-pointer" : ""}
              onClick={() => onPick(dim.parameter)}
              onKeyDown={(event) => event.key === "Enter" && onPick(dim.parameter)}
            >
              <rect x={mx - half} y={my - 10} width={2 * half} height={20} fill="var(--color-sheet)" stroke="none" />
              <text x={mx} y={my + 5} textAnchor="middle" fill="var(--color-ink)" stroke="none" textDecoration={picks ? "underline" : undefined}>
                {words}
              </text>
            </g>
          </g>
        );
      })}
      {hands
        ? bench.model.pulls.map((pull) => <PullGrip key={pull.parameter} bench={bench} pull={pull} {...flat(pull, placed)} hands={hands} />)
        : null}
    </g>
  );
}

/** Where a pull falls in a flat view, and how far it goes there for a mm along its way. */
function flat(pull: Pull, { view, at, scale }: Placed): { at: Point; perMm: Point } {
  const [u, v] = ({ plan: [0, 1], side: [0, 2], end: [1, 2] } as const)[view.name as "plan"];
  const perMm: Point = [pull.way[u] * scale, -pull.way[v] * scale];
  return { at: at([pull.place[u], pull.place[v]]), perMm };
}
