import { fillOf, type Grade } from "./grade";
import { MARKS, bubbleAt } from "./level";

interface Props {
  mark: { name: string; verdict: Grade; word: string; ratio: number; least_at: number };
  wide: number;
}

const TALL = 15;

/** A verdict as a small spirit level, for a list or a row of them. */
export function SmallLevel({ mark, wide }: Props) {
  return (
    <svg viewBox={`0 0 ${wide} ${TALL}`} width={wide} height={TALL} role="img" aria-label={`${mark.name} ${mark.word}`}>
      <rect x={1} y={1} width={wide - 2} height={TALL - 2} rx={6} className={fillOf(mark.verdict)} stroke="var(--color-ink)" />
      <ellipse cx={bubbleAt(mark.ratio, mark.least_at) * wide} cy={TALL / 2} rx={6} ry={mark.verdict === "between" ? 2.5 : 4} fill="var(--color-sheet)" stroke={mark.verdict === "short" ? "var(--color-clay)" : "var(--color-ink)"} />
      {MARKS.map((at) => (
        <path key={at} d={`M${at * wide} 1V${TALL - 1}`} stroke="var(--color-ink)" strokeWidth={1.4} />
      ))}
    </svg>
  );
}
