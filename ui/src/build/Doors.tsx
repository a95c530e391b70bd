import type { Bill } from "../api/client";
import { Cell, StackRow, Stacks } from "../kit/Stacks";
import { useUnits } from "../kit/units";

/** Every door and hatch to make: its side, its clear opening, its leaf, what that is of and what closes it. */
export function Doors({ bill }: { bill: Bill }) {
  const { read } = useUnits();
  return (
    <section className="mt-6" aria-label="Doors and hatches">
      <h2 className="mb-1">Doors and hatches</h2>
      <Stacks of={["what", "side", ">clear, wide by high", ">its leaf", ">foot over the grass", "of", "closed by"]}>
        {bill.doors.map((door, i) => (
          <StackRow key={i} className="border-t border-rule/60">
            <Cell className="whole font-slab py-1 font-bold">{door.what}</Cell>
            <Cell className="py-1">{door.side}</Cell>
            <Cell head="clear" className="figure py-1 text-right">
              {read(door.wide)} × {read(door.high)}
            </Cell>
            <Cell head="leaf" className="py-1 text-right">
              {read(door.leaf_wide)} × {read(door.leaf_high)}
            </Cell>
            <Cell head="foot at" className="py-1 text-right">{read(door.foot)}</Cell>
            <Cell head="of" className="py-1 pl-3">{door.made_of}</Cell>
            <Cell className="py-1">{door.closed_by}</Cell>
          </StackRow>
        ))}
      </Stacks>
    </section>
  );
}
