import type { Finding } from "../api/client";
import { Said } from "./Said";
import { type Grade, fillOf } from "./grade";
import { MARKS, bubbleAt } from "./level";
import { useUnits } from "./units";

const WIDTH = 300;
const HEIGHT = 30;

/** A verdict as a spirit level with two marks, the least and the good: left of the first its bubble breaks apart, between
 *  them it is squeezed, right of the second it lies easy, and far right there is some to spare. */
export function Level({ finding, onOpen }: { finding: Finding; onOpen: () => void }) {
  const { read } = useUnits();
  const grade = finding.verdict;
  const place = (ratio: number) => bubbleAt(ratio, finding.least_at) * WIDTH;
  return (
    <button
      type="button"
      onClick={onOpen}
      className="group block w-full text-left"
      data-verdict={finding.what}
      data-grade={grade ?? "told"}
    >
      <span className="flex items-baseline justify-between gap-2">
        <span className="font-slab text-[19px] font-bold underline decoration-dotted decoration-2 underline-offset-4 group-hover:decoration-solid">
          {finding.title}
        </span>
        <span className="figure text-[16.5px] whitespace-nowrap">{read(finding.figure)}</span>
      </span>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT + 2}`} className="my-0.5 block w-full" aria-hidden>
        <path d={glass(WIDTH, HEIGHT)} className={fillOf(grade)} stroke="var(--color-ink)" strokeWidth={1.6} />
        <path
          d={`M14 6 Q${WIDTH / 2} 1.500 ${WIDTH - 14} 6`}
          stroke="var(--color-sheet)"
          strokeWidth={2.2}
          strokeLinecap="round"
          fill="none"
          opacity={0.75}
        />
        {finding.band ? <Band from={place(finding.band[0])} to={place(finding.band[1])} /> : null}
        <BubbleOf grade={grade} x={place(finding.ratio)} />
        {MARKS.map((mark, i) => (
          <line key={mark} x1={mark * WIDTH} x2={mark * WIDTH} y1={2} y2={HEIGHT} stroke="var(--color-ink)" strokeWidth={i ? 3 : 1.6} />
        ))}
      </svg>
      <Said finding={finding} />
    </button>
  );
}

/** Each grade has a bubble of its own shape; what carries none is a mark on the glass. */
function BubbleOf({ grade, x }: { grade: Grade; x: number }) {
  switch (grade) {
    case "short":
      return <Broken x={x} />;
    case "between":
      return <Squeezed x={x} />;
    case "right":
      return <Bubble x={x} />;
    case "ample":
      return <Bubble x={x} wide />;
    case null:
      return <path d={`M${x} ${HEIGHT - 4}l-5 -8h10z`} fill="var(--color-ink)" />;
  }
}

/** A vial: slightly swollen in the middle, as levels are. */
function glass(width: number, height: number): string {
  return `M12 3 Q${width / 2} 0 ${width - 12} 3 Q${width - 1} ${height / 2 + 1} ${width - 12} ${height - 1} Q${width / 2} ${height + 2} 12 ${height - 1} Q1 ${height / 2 + 1} 12 3Z`;
}

/** How far the bubble may wander: figures behind it are not well known. */
function Band({ from, to }: { from: number; to: number }) {
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  return (
    <g stroke="var(--color-ink)" strokeWidth={1.4} strokeDasharray="3 2.5" fill="none">
      <path d={`M${low} ${HEIGHT - 6}H${high}M${low} ${HEIGHT - 9}v6M${high} ${HEIGHT - 9}v6`} />
    </g>
  );
}

function Bubble({ x, wide = false }: { x: number; wide?: boolean }) {
  const half = wide ? 23 : 17;
  const at = Math.min(x, WIDTH - half - 6);
  return (
    <g stroke="var(--color-ink)" strokeWidth={1.4}>
      <ellipse cx={at} cy={14.5} rx={half} ry={8.5} fill="var(--color-sheet)" />
      <path d={`M${at - 9} 11 q5 -3.500 11 -3`} fill="none" strokeWidth={1} />
      {wide ? <ellipse cx={at} cy={14.5} rx={half - 5} ry={5} fill="none" strokeWidth={1} /> : null}
    </g>
  );
}

/** Pressed from both sides: it holds, and not easily. */
function Squeezed({ x }: { x: number }) {
  return (
    <g stroke="var(--color-ink)" strokeWidth={1.4}>
      <path d={`M${x - 15} 6.500 q7 3 15 3 q8 0 15 -3 q5 8 0 16 q-7 -3 -15 -3 q-8 0 -15 3 q-5 -8 0 -16z`} fill="var(--color-sheet)" />
      <path d={`M${x} 2.500v4M${x} 26v-4`} strokeWidth={1.8} />
    </g>
  );
}

function Broken({ x }: { x: number }) {
  const at = Math.min(Math.max(24, x), MARKS[0] * WIDTH - 27);
  return (
    <g stroke="var(--color-clay)" strokeWidth={1.6} fill="var(--color-sheet)">
      <path d={`M${at - 2} 8 q-13 -4 -15 5 q-1 9 9 9 q5 0 8 -3 l-4 -3 l4 -3 z`} />
      <path d={`M${at + 4} 9 l-3 4 l3 4 l-2 4 q10 3 13 -4 q2 -9 -11 -8 z`} />
      <circle cx={at + 21} cy={11} r={2.4} />
    </g>
  );
}
