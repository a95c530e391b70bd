import { labelsOf } from "./labels";
import type { Placed } from "./frame";

/** Cut-list labels written on the sticks, as with a pencil on tape. */
export function Labels({ placed, lit }: { placed: Placed; lit?: string | null }) {
  return (
    <g fontFamily="var(--font-slab)" fontSize={13} fontWeight={700} textAnchor="middle" pointerEvents="none" data-labels>
      {labelsOf(placed).map((label) => {
        const half = label.text.length * 4.2 + 3;
        return (
          <g key={label.ref} transform={`translate(${label.x} ${label.y})`}>
            <rect x={-half} y={-8} width={2 * half} height={16} rx={2} fill={lit === label.text ? "var(--color-tape)" : "var(--color-sheet)"} stroke="var(--color-ink)" strokeWidth={0.7} />
            <text y={4.6}>{label.text}</text>
          </g>
        );
      })}
    </g>
  );
}
