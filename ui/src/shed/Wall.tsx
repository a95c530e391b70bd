import type { Thing } from "../api/client";
import { useUnits } from "../kit/units";

const WIDE = 1200;
const TALL = 250;
const FLOOR = TALL - 22;
const MOST_DRAWN = 6; // of one kind: the rest are counted

/** The shed wall: sticks leaning, sheets stood behind, to one scale; an end in clay is not sound. */
export function Wall({ things, lit, onPoint }: { things: Thing[]; lit: number | null; onPoint: (id: number | null) => void }) {
  const { read } = useUnits();
  const shown = things.filter((one) => ["stick", "sheet", "roll"].includes(one.sort)).slice(0, 40);
  if (shown.length === 0) return null;
  const longest = Math.max(...shown.map((one) => (one.sort === "roll" ? one.wide_mm : one.long_mm)), 2400);
  const scale = (FLOOR - 14) / longest;
  const widths = shown.map((one) => widthOf(one, scale));
  const gap = Math.max(6, Math.min(26, (WIDE - widths.reduce((sum, one) => sum + one, 0)) / (shown.length + 1)));
  const squeeze = Math.min(1, (WIDE - gap * (shown.length + 1)) / widths.reduce((sum, one) => sum + one, 0));
  const starts = widths.map((_, i) => gap + widths.slice(0, i).reduce((sum, one) => sum + one * squeeze + gap, 0));
  return (
    <svg viewBox={`0 0 ${WIDE} ${TALL}`} className="mt-3 w-full" role="img" aria-label={`The shed wall: ${shown.length} kinds of things leaning`}>
      <path d={`M0 ${FLOOR}H${WIDE}`} stroke="var(--color-ink)" strokeWidth={2} />
      {shown.map((one, i) => (
        <g key={one.id} transform={`translate(${starts[i] ?? 0} 0) scale(${squeeze} 1)`} onMouseEnter={() => onPoint(one.id)} onMouseLeave={() => onPoint(null)}>
          <title>{`${one.count} × ${read(one.said)}`}</title>
          <Leaning one={one} scale={scale} lit={lit === one.id} />
          <text x={(widths[i] ?? 0) / 2} y={TALL - 6} textAnchor="middle" fontSize={14} className="figure">
            {one.count}
          </text>
        </g>
      ))}
    </svg>
  );
}

function widthOf(one: Thing, scale: number): number {
  if (one.sort === "stick") return 11 * Math.min(one.count, MOST_DRAWN) + 8;
  if (one.sort === "roll") return 30;
  return Math.max(18, one.wide_mm * scale);
}

function Leaning({ one, scale, lit }: { one: Thing; scale: number; lit: boolean }) {
  const fill = lit ? "var(--color-tape)" : one.sort === "sheet" ? "var(--color-straw)" : "var(--color-wood)";
  if (one.sort === "stick") {
    const high = one.long_mm * scale;
    return (
      <>
        {Array.from({ length: Math.min(one.count, MOST_DRAWN) }, (_, i) => (
          <g key={i} transform={`translate(${i * 11} 0)`}>
            <path d={`M0 ${FLOOR}l8 ${-high}h8l-8 ${high}z`} fill={fill} stroke="var(--color-ink)" strokeWidth={1.2} />
            {one.lost_mm ? <path d={`M${8 - (one.lost_mm * scale * 8) / high} ${FLOOR - high + one.lost_mm * scale}l${(one.lost_mm * scale * 8) / high} ${-one.lost_mm * scale}h8l${(-one.lost_mm * scale * 8) / high} ${one.lost_mm * scale}z`} fill="var(--color-clay)" fillOpacity={0.55} /> : null}
          </g>
        ))}
      </>
    );
  }
  if (one.sort === "roll") {
    const high = one.wide_mm * scale;
    return (
      <>
        <rect x={3} y={FLOOR - high} width={24} height={high} fill="var(--color-tin)" stroke="var(--color-ink)" strokeWidth={1.2} />
        <ellipse cx={15} cy={FLOOR - high} rx={12} ry={4} fill={lit ? "var(--color-tape)" : "var(--color-sheet)"} stroke="var(--color-ink)" strokeWidth={1.2} />
      </>
    );
  }
  const high = one.long_mm * scale;
  return <rect x={0} y={FLOOR - high} width={Math.max(18, one.wide_mm * scale)} height={high} fill={fill} stroke="var(--color-ink)" strokeWidth={1.2} />;
}
