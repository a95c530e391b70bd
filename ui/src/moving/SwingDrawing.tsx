import type { Schemas } from "../api/client";

interface Props {
  swing: Schemas["SwingOut"];
  step: Schemas["SwungOut"];
}

const WIDE = 380;
const TALL = 230;
const GRASS = TALL - 26;

/** Rail, pivot, arm and wheel from the side, as they stand at one angle; the rail rises once the wheel bears. */
export function SwingDrawing({ swing, step }: Props) {
  const highest = Math.max(...swing.steps.map((one) => one.up)) + swing.radius + 60;
  const scale = Math.min((GRASS - 10) / highest, WIDE / 2 / (Math.max(...swing.steps.map((one) => Math.abs(one.along))) + swing.radius + 30));
  const x = (mm: number) => WIDE * 0.52 + mm * scale;
  const y = (mm: number) => GRASS - (mm + step.raised) * scale;
  return (
    <svg viewBox={`0 0 ${WIDE} ${TALL}`} className="w-full" role="img" aria-label={`Lever at ${Math.round(step.deg)} degrees below level, rail ${Math.round(step.raised)} mm up`}>
      <rect y={GRASS} width={WIDE} height={TALL - GRASS} fill="var(--color-sward)" />
      <path d={`M0 ${GRASS}H${WIDE}`} stroke="var(--color-grass)" strokeWidth={1.8} />
      <rect x={x(-swing.radius - 60)} y={y(swing.rail)} width={WIDE} height={swing.rail * scale} fill="var(--color-wood)" stroke="var(--color-ink)" strokeWidth={1.3} />
      <rect x={x(-32)} y={y(Math.max(swing.rail, swing.pivot + 60))} width={64 * scale} height={Math.max(swing.rail, swing.pivot + 60) * scale} fill="var(--color-wood)" stroke="var(--color-ink)" strokeWidth={1.3} />
      <circle cx={x(step.along)} cy={y(step.up)} r={swing.radius * scale} fill="var(--color-ink)" fillOpacity={0.88} />
      <circle cx={x(step.along)} cy={y(step.up)} r={swing.radius * scale * 0.55} fill="var(--color-sheet)" stroke="var(--color-ink)" />
      <path d={`M${x(0)} ${y(swing.pivot)}L${x(step.along)} ${y(step.up)}`} stroke="var(--color-ink)" strokeWidth={13} strokeLinecap="round" />
      <path d={`M${x(0)} ${y(swing.pivot)}L${x(step.along)} ${y(step.up)}`} stroke="var(--color-tape)" strokeWidth={10} strokeLinecap="round" />
      {[[0, swing.pivot], [step.along, step.up]].map(([u = 0, v = 0]) => (
        <circle key={`${u} ${v}`} cx={x(u)} cy={y(v)} r={3.4} fill="var(--color-sheet)" stroke="var(--color-ink)" strokeWidth={1.4} />
      ))}
    </svg>
  );
}
