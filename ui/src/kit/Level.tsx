import type { Finding } from "../api/client";
import { MARKS, bubbleAt } from "./level";
import { useUnits } from "./units";

const WIDTH = 300;
const HEIGHT = 30;

/** A verdict as a spirit level: bubble between the marks is right, left of them it breaks apart. */
export function Level({ finding, onOpen }: { finding: Finding; onOpen: () => void }) {
  const { read } = useUnits();
  const fails = finding.verdict === "fails";
  const x = bubbleAt(finding.ratio) * WIDTH;
  const word = finding.word;
  return (
    <button
      type="button"
      onClick={onOpen}
      className="group block w-full text-left"
      data-verdict={finding.what}
    >
      <span className="flex items-baseline justify-between gap-2">
        <span className="font-slab text-[19px] font-bold underline decoration-dotted decoration-2 underline-offset-4 group-hover:decoration-solid">
          {finding.title}
        </span>
        <span className="figure text-[16.5px] whitespace-nowrap">{read(finding.figure)}</span>
      </span>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT + 2}`} className="my-0.5 block w-full" aria-hidden>
        <path
          d={glass(WIDTH, HEIGHT)}
          className={fails ? "fill-blush" : "fill-glass"}
          stroke="var(--color-ink)"
          strokeWidth={1.6}
        />
        <path
          d={`M14 6 Q${WIDTH / 2} 1.500 ${WIDTH - 14} 6`}
          stroke="var(--color-sheet)"
          strokeWidth={2.2}
          strokeLinecap="round"
          fill="none"
          opacity={0.75}
        />
        {finding.band ? <Band from={bubbleAt(finding.band[0]) * WIDTH} to={bubbleAt(finding.band[1]) * WIDTH} /> : null}
        {fails ? <Broken x={x} /> : <Bubble x={x} />}
        {MARKS.map((mark) => (
          <line key={mark} x1={mark * WIDTH} x2={mark * WIDTH} y1={2} y2={HEIGHT} stroke="var(--color-ink)" strokeWidth={2.2} />
        ))}
      </svg>
      <span className="flex justify-between gap-3 text-sm leading-snug">
        <span className={fails ? "text-clay" : "text-pencil"}>
          {read(finding.sentence)}
          {finding.band_words ? `; ${read(finding.band_words)}` : ""}
        </span>
        <span className={`figure shrink-0 ${fails ? "text-clay" : "text-grass"}`}>{word}</span>
      </span>
    </button>
  );
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

function Bubble({ x }: { x: number }) {
  return (
    <g stroke="var(--color-ink)" strokeWidth={1.4}>
      <ellipse cx={x} cy={14.5} rx={17} ry={8.5} fill="var(--color-sheet)" />
      <path d={`M${x - 9} 11 q5 -3.500 11 -3`} fill="none" strokeWidth={1} />
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
