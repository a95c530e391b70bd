import type { Bill } from "../api/client";
import { Cell, StackRow, Stacks } from "../kit/Stacks";
import { useUnits } from "../kit/units";

const AROUND = 160; // mm of paper round the steel, for the numbers

/** A map of the welds of a steel base: the steel from above, front to the right, and a row for each weld. */
export function Welds({ map }: { map: Bill["welds"] }) {
  const { read } = useUnits();
  const xs = map.outlines.flat().map(([x]) => x ?? 0);
  const ys = map.outlines.flat().map(([, y]) => -(y ?? 0));
  const [left, top] = [Math.min(...xs) - AROUND, Math.min(...ys) - AROUND];
  const [wide, tall] = [Math.max(...xs) + AROUND - left, Math.max(...ys) + AROUND - top];
  return (
    <section className="mt-6" aria-label="Weld map">
      <h2>Weld map</h2>
      <p className="max-w-prose text-sm text-pencil">
        The base from above, its front to the right; {read(map.bead)} of bead in all, a fillet of {read(map.fillet)} all round each. Weld on a flat floor,
        corners first, and measure both diagonals before the second side of any. Open rings are mitres, filled ones seats: their hole
        is drilled before they are welded on. Mask, gloves, nothing that burns within reach, and cold zinc over every weld.
      </p>
      <svg viewBox={`${left} ${top} ${wide} ${tall}`} className="mt-2 w-full max-w-3xl" role="img" aria-label="the steel from above, its welds numbered">
        {map.outlines.map((outline, i) => (
          <polygon key={i} points={outline.map(([x, y]) => `${x ?? 0},${-(y ?? 0)}`).join(" ")} className="fill-paper stroke-ink" strokeWidth={6} />
        ))}
        {map.welds.map((one) => (
          <g key={one.number}>
            <circle cx={one.at[0]} cy={-(one.at[1] ?? 0)} r={24} className={one.seat ? "fill-ink" : "fill-paper"} stroke="currentColor" strokeWidth={8} />
            <text x={one.number_at[0]} y={26 - (one.number_at[1] ?? 0)} fontSize={78} textAnchor="middle" className="fill-ink font-bold">
              {one.number}
            </text>
          </g>
        ))}
      </svg>
      <Stacks of={["weld", "joins", ">from the rear", ">from the right", ">bead"]}>
        {map.welds.map((one) => (
          <StackRow key={one.number} className="border-t border-rule/60">
            <Cell head="weld" className="figure py-1">{one.number}</Cell>
            <Cell head="joins" className="py-1">{one.joins.join(" – ")}</Cell>
            <Cell head="from the rear" className="py-1 text-right">{read(one.along)}</Cell>
            <Cell head="from the right" className="py-1 text-right">{read(one.across)}</Cell>
            <Cell head="bead" className="py-1 text-right">{one.seat ? "a seat" : read(one.bead)}</Cell>
          </StackRow>
        ))}
      </Stacks>
      {map.body.length > 0 ? <BodyWelds body={map.body} /> : null}
    </section>
  );
}

/** What is welded of the body that stands on the base: alike welds together, for they are many. */
function BodyWelds({ body }: { body: Bill["welds"]["body"] }) {
  const { read } = useUnits();
  return (
    <>
      <h3 className="mt-3">On the body</h3>
      <p className="max-w-prose text-sm text-pencil">
        Weld each side flat on the floor, stand the sides on the base, tie them across, then the roof. A lug is an angle welded on that timber is screwed to.
      </p>
      <Stacks of={["joins", ">how many", ">bead of each"]}>
        {body.map((one) => (
          <StackRow key={one.joins.join() + (one.bead?.metric ?? "")} className="border-t border-rule/60">
            <Cell head="joins" className="py-1">{one.joins.join(" – ")}</Cell>
            <Cell head="how many" className="figure py-1 text-right">{one.count}</Cell>
            <Cell head="bead of each" className="py-1 text-right">{one.bead ? read(one.bead) : "a lug"}</Cell>
          </StackRow>
        ))}
      </Stacks>
    </>
  );
}
