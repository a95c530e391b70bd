import { fillOf, nameOf } from "../kit/grade";
import { MARKS, bubbleAt } from "../kit/level";
import { useUnits } from "../kit/units";
import type { Mend } from "./useMends";

const WIDE = 92;
const TALL = 15;

/** The figure alone: its verdict stands over it. */
const short = (figure: string) => figure.replace(/^(stands|lift|pull|bears) /, "").replace(/ (a bird|fresh,.*|its load)$/, "");

/** All four verdicts and the frame as they would be: small levels with their figures. */
export function Marks({ marks }: { marks: Mend["marks"] }) {
  const { read } = useUnits();
  return (
    <span className="flex flex-wrap gap-x-3">
      {marks.map((mark) => {
        return (
          <span key={mark.what} className="w-[92px] text-[13px] leading-tight">
            <svg viewBox={`0 0 ${WIDE} ${TALL}`} width={WIDE} height={TALL} role="img" aria-label={`${nameOf(mark.what)} ${mark.word}`}>
              <rect x={1} y={1} width={WIDE - 2} height={TALL - 2} rx={6} className={fillOf(mark.verdict)} stroke="var(--color-ink)" />
              <ellipse cx={bubbleAt(mark.ratio, mark.least_at) * WIDE} cy={TALL / 2} rx={6} ry={mark.verdict === "between" ? 2.5 : 4} fill="var(--color-sheet)" stroke={mark.verdict === "short" ? "var(--color-clay)" : "var(--color-ink)"} />
              {MARKS.map((at) => (
                <path key={at} d={`M${at * WIDE} 1V${TALL - 1}`} stroke="var(--color-ink)" strokeWidth={1.4} />
              ))}
            </svg>
            <span className={`block truncate ${mark.verdict === "short" ? "text-clay" : ""}`}>{short(read(mark.figure))}</span>
          </span>
        );
      })}
    </span>
  );
}
