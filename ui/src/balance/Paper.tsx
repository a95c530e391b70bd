import { useChoices } from "../api/queries";
import { useUnits } from "../kit/units";
import { lineThrough, spanOf, type Axis, type Found } from "./found";

const SHEET = [900, 560] as const;
const ON_A_PHONE = [400, 430] as const;
const LEFT = 78;
const FOOT = 46;
const SQUARE = 20;
const PEN = 40; // a pen's sketch, as wide

interface Props {
  pens: Found[];
  passing: Set<string>;
  axes: { x: Axis; y: Axis };
  lit: string | null;
  picked: string[];
  onPoint: (key: string | null) => void;
  onPick: (key: string) => void;
}

/** Squared paper with the pens that nothing beats, each a small sketch; a pencil line through those none beats on both sides. */
export function Paper({ pens, passing, axes, lit, picked, onPoint, onPick }: Props) {
  const { read } = useUnits();
  const [wide, tall] = window.innerWidth < 640 ? ON_A_PHONE : SHEET;
  const shapes = useChoices().data?.shapes ?? [];
  const [spanX, spanY] = [spanOf(pens, axes.x.figure), spanOf(pens, axes.y.figure)];
  const px = (pen: Found) => LEFT + (((pen.figures[axes.x.figure] ?? 0) - spanX.low) / (spanX.high - spanX.low)) * (wide - LEFT - 12);
  const py = (pen: Found) => tall - FOOT - (((pen.figures[axes.y.figure] ?? 0) - spanY.low) / (spanY.high - spanY.low)) * (tall - FOOT - 12);
  const line = lineThrough(pens.filter((pen) => passing.has(pen.key)), axes.x, axes.y);
  const ends = ({ figure }: Axis) => [...pens].sort((a, b) => (a.figures[figure] ?? 0) - (b.figures[figure] ?? 0));
  const said = (pen: Found | undefined, axis: Axis) => {
    const words = pen?.said[axis.figure];
    return words ? read(words) : "";
  };
  const [along, up] = [ends(axes.x), ends(axes.y)];
  const drawn = [...pens].sort((a, b) => Number(a.key === lit) - Number(b.key === lit) || Number(passing.has(a.key)) - Number(passing.has(b.key)));
  return (
    <svg viewBox={`0 0 ${wide} ${tall}`} className="w-full bg-sheet" role="group" aria-label={`${pens.length} pens by ${axes.x.label.toLowerCase()} and ${axes.y.label.toLowerCase()}`}>
      <defs>
        <pattern id="squared" width={SQUARE} height={SQUARE} patternUnits="userSpaceOnUse">
          <path d={`M${SQUARE} 0V${SQUARE}H0`} fill="none" stroke="var(--color-rule)" strokeWidth={0.7} />
        </pattern>
        <pattern id="falls-short" width={5} height={5} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V5" stroke="var(--color-clay)" strokeWidth={1.6} />
        </pattern>
      </defs>
      <rect x={LEFT} y={0} width={wide - LEFT} height={tall - FOOT} fill="url(#squared)" />
      <path d={`M${LEFT} 0V${tall - FOOT}H${wide}`} fill="none" stroke="var(--color-ink)" strokeWidth={2} />
      {line.length > 1 ? <path data-front d={`M${line.map((pen) => `${px(pen)} ${py(pen)}`).join("L")}`} fill="none" stroke="var(--color-pencil)" strokeWidth={2.4} strokeLinejoin="round" /> : null}
      {drawn.map((pen) => {
        const sketch = shapes.find((one) => one.key === pen.shape)?.sketch;
        const there = passing.has(pen.key);
        return (
          <g
            key={pen.key}
            role="button"
            tabIndex={0}
            aria-label={`${pen.called}, ${read(pen.size)}, ${said(pen, axes.x)}, ${said(pen, axes.y)}${pen.passes ? "" : ", falls short"}`}
            aria-pressed={picked.includes(pen.key)}
            data-pen={pen.key}
            data-passes={there}
            className="cursor-pointer"
            opacity={there || pen.key === lit ? 1 : pen.passes ? 0.16 : 0.45}
            transform={`translate(${px(pen) - PEN / 2} ${py(pen) - PEN * 0.4}) scale(${PEN / 80})`}
            onMouseEnter={() => onPoint(pen.key)}
            onFocus={() => onPoint(pen.key)}
            onClick={() => onPick(pen.key)}
            onKeyDown={(event) => {
              if (event.key === "Enter" || event.key === " ") {
                event.preventDefault();
                onPick(pen.key);
              }
            }}
          >
            <title>{`${pen.called}, ${read(pen.size)}`}</title>
            <rect x={-4} y={-4} width={88} height={56} fill={pen.key === lit ? "var(--color-tape)" : "transparent"} fillOpacity={0.6} stroke={picked.includes(pen.key) ? "var(--color-ink)" : "none"} strokeWidth={3} />
            <path d={sketch?.frame} fill={pen.passes ? "var(--color-wood)" : "url(#falls-short)"} stroke="var(--color-ink)" strokeWidth={3} strokeLinejoin="round" />
            <path d={sketch?.cover} fill={pen.passes ? "var(--color-wood)" : "none"} stroke="var(--color-ink)" strokeWidth={3.5} strokeLinejoin="round" />
          </g>
        );
      })}
      <g fontSize={15} fill="var(--color-ink)">
        <text x={LEFT} y={tall - FOOT + 20}>{said(along[0], axes.x)}</text>
        <text x={wide - 4} y={tall - FOOT + 20} textAnchor="end">{said(along.at(-1), axes.x)}</text>
        <text x={(wide + LEFT) / 2} y={tall - 10} textAnchor="middle" className="font-slab" fontWeight={700}>
          {axes.x.label} {axes.x.little ? "← less is better" : "more is better →"}
        </text>
        <text x={LEFT - 6} y={tall - FOOT - 6} textAnchor="end">{said(up[0], axes.y)}</text>
        <text x={LEFT - 6} y={14} textAnchor="end">{said(up.at(-1), axes.y)}</text>
        <text transform={`translate(18 ${(tall - FOOT) / 2}) rotate(-90)`} textAnchor="middle" className="font-slab" fontWeight={700}>
          {axes.y.label} {axes.y.little ? "← less is better" : "more is better →"}
        </text>
      </g>
    </svg>
  );
}
