import type { Schemas } from "../api/client";
import { useUnits } from "../kit/units";

type Plan = Schemas["PlanOut"];
type Bar = Schemas["BarOut"];

const WIDTH = 760;
const TALL = 30;

interface Props {
  plan: Plan;
  lit: string | null;
  onPoint: (label: string | null) => void;
  onCut?: ((board: Schemas["BoardIn"]) => void) | undefined;
}

/** The cutting plan, board by board, marked as with a carpenter's pencil. */
export function Boards({ plan, lit, onPoint, onCut }: Props) {
  const { read } = useUnits();
  if (plan.bars.length === 0) {
    return (
      <section aria-label="Cutting plan">
        <h2>
          {plan.section} {plan.species}: all cut
        </h2>
      </section>
    );
  }
  const longest = Math.max(...plan.bars.map((bar) => bar.stock_mm));
  return (
    <section aria-label="Cutting plan">
      <h2>
        {plan.boards} {plan.boards === 1 ? "length" : "lengths"} of {plan.section} {plan.species}
      </h2>
      <p className="mb-2 text-sm text-pencil">
        {plan.proven
          ? `Costs ${plan.cost}: no plan can cost less (bound ${plan.bound}, gap ${plan.gap}; cut without waste it would be ${plan.linear_bound}).`
          : `Costs ${plan.cost}; not proven: some plan might cost as little as ${plan.bound} (gap ${plan.gap}).`}{" "}
        Saw cut {read(plan.kerf)}, {read(plan.trim)} lost at the ends.
      </p>
      <Hand plan={plan} onCut={onCut} />
      <svg viewBox={`0 0 ${WIDTH} ${plan.bars.length * (TALL + 14)}`} className="w-full" role="img" aria-label={`${plan.bars.length} ways of cutting a length`}>
        {plan.bars.map((bar, i) => (
          <Board key={i} bar={bar} y={i * (TALL + 14) + 4} scale={(WIDTH - 62 - 108) / longest} lit={lit} onPoint={onPoint} />
        ))}
      </svg>
    </section>
  );
}

/** Which boards are in hand, and a press for each board once its pieces bear their labels. */
function Hand({ plan, onCut }: { plan: Plan; onCut: Props["onCut"] }) {
  const { read } = useUnits();
  return (
    <details className="no-print mb-1">
      <summary className="cursor-pointer text-sm">
        Marks along each board, and a press when it is cut{plan.bars.some((bar) => bar.thing) ? `; ${plan.bars.filter((bar) => bar.thing).length} of these ways are of boards in hand, drawn pale` : ""}
      </summary>
    <ul className="text-sm" aria-label="Boards to cut">
      {plan.bars.map((bar, i) => (
        <li key={i} className="flex flex-wrap items-baseline gap-x-3">
          <span className="w-8 text-right font-slab font-bold">{i + 1}</span>
          <span className={bar.thing ? "text-grass" : "text-pencil"}>{bar.from_what ? `in hand: ${read(bar.from_what)}${bar.ripped ? ", ripped" : ""}` : `bought, ${read(bar.stock)}`}</span>
          <span className="text-pencil">mark at {bar.cuts.map((cut) => read(cut.mark)).join(", ")}</span>
          {onCut ? (
            <button type="button" className="underline" onClick={() => onCut({ labels: bar.cuts.map((cut) => cut.label), thing: bar.thing, offcut_mm: bar.offcut_mm })}>
              {bar.times > 1 ? "one is cut" : "it is cut"}
            </button>
          ) : null}
        </li>
      ))}
    </ul>
    </details>
  );
}

interface BoardProps {
  bar: Bar;
  y: number;
  scale: number;
  lit: string | null;
  onPoint: (label: string | null) => void;
}

function Board({ bar, y, scale, lit, onPoint }: BoardProps) {
  const { read } = useUnits();
  const length = bar.stock_mm * scale;
  const reach = (i: number) => bar.cuts.slice(0, i + 1).reduce((sum, cut) => sum + (cut.length_mm - cut.lap_mm) * scale + 1.2, 0);
  const starts = bar.cuts.map((cut, i) => 62 + reach(i) - 1.2 - cut.length_mm * scale);
  return (
    <g transform={`translate(0 ${y})`} fontSize={14}>
      <text x={0} y={21} className="figure" fontSize={17}>
        {bar.times} ×
      </text>
      <rect x={62} y={0} width={length} height={TALL} fill={bar.thing ? "var(--color-straw)" : "var(--color-wood)"} stroke="var(--color-ink)" strokeWidth={1.4} />
      <rect x={62} y={0} width={length} height={TALL} fill="url(#board-grain)" opacity={0.5} />
      {bar.cuts.map((cut, i) => {
        const x = starts[i] ?? 62;
        const w = cut.length_mm * scale;
        const oneLine = w > (cut.label.length + read(cut.text).length + 1) * 9.4;
        const below = !oneLine && w > read(cut.text).length * 6.9;
        return (
          <g key={i} onMouseEnter={() => onPoint(cut.label)} onMouseLeave={() => onPoint(null)}>
            <rect x={x} y={0} width={w} height={TALL} fill={lit === cut.label ? "var(--color-tape)" : "transparent"} />
            <path d={sawn(x + w, Math.max(0, bar.cuts[i + 1]?.lap_mm ?? 0) * scale, i % 2 === 0)} stroke="var(--color-ink)" strokeWidth={1.8} />
            <text x={x + w / 2} y={below ? 12 : 20} textAnchor="middle" fontWeight={600}>
              <tspan fontFamily="var(--font-slab)" fontWeight={700}>{cut.label}</tspan>
              {oneLine ? <tspan> {read(cut.text)}</tspan> : null}
            </text>
            {below ? (
              <text x={x + w / 2} y={27} fontSize={10.5} textAnchor="middle">{read(cut.text)}</text>
            ) : null}
          </g>
        );
      })}
      <OffcutMark bar={bar} x={62 + length} scale={scale} />
    </g>
  );
}

/** The pencil line of a cut: as good as square, or slanting where it ends one mitre and begins the next. */
function sawn(x: number, lap: number, down: boolean): string {
  if (lap < 3) return `M${x} -3l-1.500 ${TALL + 6}`;
  return down ? `M${x} 0L${x - lap} ${TALL}` : `M${x - lap} 0L${x} ${TALL}`;
}

function OffcutMark({ bar, x, scale }: { bar: Bar; x: number; scale: number }) {
  const { read } = useUnits();
  const w = bar.offcut_mm * scale;
  return (
    <>
      {w > 2 ? <rect x={x - w} y={0} width={w} height={TALL} fill="url(#waste)" /> : null}
      <text x={x + 6} y={20} fill="var(--color-pencil)" fontSize={13}>
        {bar.offcut_mm >= 1 ? `${read(bar.offcut)} left` : "none left"}
      </text>
    </>
  );
}
