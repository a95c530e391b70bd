import type { Bench } from "../api/client";
import { useUnits } from "../kit/units";
import { outline, reach, towards } from "./rose";

interface Props {
  bench: Bench;
  x: number;
  y: number;
  size: number;
  large?: boolean;
}

/** The gust the pen stands from each side, drawn round its own plan; the keeper's gust as a rope ring. */
export function WindRose({ bench, x, y, size, large = false }: Props) {
  const { read } = useUnits();
  const rim = size / 2 - (large ? 46 : 24);
  const inner = rim * 0.5;
  const most = reach(bench.gusts, bench.design_gust_ms);
  const limit = inner + (bench.design_gust_ms / most) * (rim - inner);
  const points = outline(bench.gusts, most, inner, rim);
  const worst = bench.gusts.reduce((a, b) => (b.least < a.least ? b : a));
  const best = bench.gusts.reduce((a, b) => (b.least > a.least ? b : a));
  const plan = bench.views.find((view) => view.name === "plan");
  if (!plan) return null;
  const scale = (inner * 1.7) / Math.hypot(plan.high[0] - plan.low[0], plan.high[1] - plan.low[1]);
  const middle = [(plan.low[0] + plan.high[0]) / 2, (plan.low[1] + plan.high[1]) / 2] as const;
  const finding = bench.findings.find((one) => one.what === "wind");
  return (
    <g transform={`translate(${x} ${y})`} role="img" aria-label={`Wind chart. ${finding ? read(finding.sentence) : ""}`} data-rose>
      <circle r={rim} fill="none" stroke="var(--color-rule)" />
      <path d={`M${points.map((p) => p.map((c) => c.toFixed(1)).join(" ")).join("L")}Z`} fill="var(--color-tin)" fillOpacity={0.7} stroke="var(--color-ink)" strokeWidth={1.4} strokeLinejoin="round" />
      {bench.gusts.map((gust) => {
        const [dx, dy] = towards(gust.direction_deg);
        const fails = gust.least < bench.design_gust_ms;
        const r = inner + (Math.min(gust.least, most) / most) * (rim - inner);
        return (
          <g key={gust.direction_deg}>
            <title>{`${gust.mode} at ${read(gust.text)}`}</title>
            {fails ? (
              <path d={`M${dx * r - 4} ${dy * r - 4}l8 8m0 -8l-8 8`} stroke="var(--color-clay)" strokeWidth={2} />
            ) : (
              <circle cx={dx * r} cy={dy * r} r={2.6} fill="var(--color-grass)" />
            )}
          </g>
        );
      })}
      <circle r={limit} fill="none" stroke="var(--color-ink)" strokeWidth={1.6} strokeDasharray="7 3" />
      <circle r={inner} fill="var(--color-sheet)" stroke="var(--color-rule)" />
      <g transform={`scale(${scale} ${-scale}) translate(${-middle[0]} ${-middle[1]})`} stroke="var(--color-ink)" strokeWidth={0.7 / scale}>
        {plan.outlines
          .filter((one) => one.kind === "stick" || one.kind === "wheel" || one.kind === "sheet")
          .map((one) => (
            <path
              key={one.ref}
              d={`M${one.points.map((p) => p.join(" ")).join("L")}Z`}
              fill={one.kind === "wheel" ? "var(--color-ink)" : one.kind === "sheet" ? "var(--color-tin)" : "var(--color-wood)"}
              fillOpacity={one.kind === "sheet" ? 0.7 : 1}
            />
          ))}
      </g>
      <text y={limit + 17} textAnchor="middle" fontSize={14} fill="var(--color-ink)" stroke="var(--color-sheet)" strokeWidth={4} paintOrder="stroke">
        your gust {read(bench.design_gust)}
      </text>
      <Mark direction={worst.direction_deg} rim={rim} words={large ? `worst: ${worst.mode} at ${read(worst.text)}` : "worst"} failing={worst.least < bench.design_gust_ms} />
      <Mark direction={best.direction_deg} rim={rim} words={large ? `best: ${best.mode} at ${read(best.text)}` : "best"} failing={false} />
    </g>
  );
}

/** An arrow blowing in from a side. */
function Mark({ direction, rim, words, failing }: { direction: number; rim: number; words: string; failing: boolean }) {
  const [dx, dy] = towards(direction);
  const ink = failing ? "var(--color-clay)" : "var(--color-grass)";
  const turn = (Math.atan2(-dy, -dx) * 180) / Math.PI;
  return (
    <g>
      <path transform={`translate(${dx * (rim + 13)} ${dy * (rim + 13)}) rotate(${turn})`} d="M-10 0H6M1 -5L8 0L1 5" stroke={ink} strokeWidth={2.2} fill="none" />
      <text
        x={dx * (rim + 16) + (Math.abs(dx) < 0.4 ? 14 : 0)}
        y={dy * (rim + 16) + (Math.abs(dx) < 0.4 ? 4 : dy > 0 ? 20 : -10)}
        fontSize={14}
        fontWeight={600}
        fill={ink}
        textAnchor={dx < -0.4 ? "end" : dx > 0.4 ? "start" : "start"}
      >
        {words}
      </text>
    </g>
  );
}
