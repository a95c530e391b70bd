import { useUnits } from "../kit/units";
import type { Placed, Point } from "./frame";

const HIGH_SHARE = 0.78;

/** Dimension lines with small dots at their ends, words on a patch of paper. */
export function Dimensions({ placed, onPick }: { placed: Placed; onPick: (parameter: string) => void }) {
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
        return (
          <g key={i} stroke="var(--color-pencil)" strokeWidth={1}>
            <path d={`M${fa} L${a} M${fb} L${b}`} opacity={0.45} strokeDasharray="2 3" />
            <path d={`M${a} L${b}`} />
            <circle cx={a[0]} cy={a[1]} r={2.4} fill="var(--color-pencil)" />
            <circle cx={b[0]} cy={b[1]} r={2.4} fill="var(--color-pencil)" />
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
    </g>
  );
}
