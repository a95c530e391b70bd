import type { Bill } from "../api/client";
import { Cell, StackRow, Stacks } from "../kit/Stacks";
import { useUnits } from "../kit/units";

/** What a frame of plastic pipe is put together from: cuts from stop to stop, fittings, how each socket is held. */
export function Pipes({ parts }: { parts: Bill["pipes"] }) {
  const { read } = useUnits();
  return (
    <section className="mt-6" aria-label="Pipes and fittings">
      <h2>Pipes and fittings</h2>
      <p className="max-w-prose text-sm text-pencil">
        Every cut is from stop to stop, square, its burr taken off. Moulds differ: push a pipe home in one fitting, measure from its
        centre to the pipe&rsquo;s end, and enter that in the catalogue if it is not what stands here: the cuts follow. {parts.glued} sockets
        are glued{parts.pinned > 0 ? `, ${parts.pinned} pinned dry, each through one hole drilled with the pipe pushed home` : ""}. Put all of it
        together dry and square before any is glued; cement sets within seconds. Open air and gloves: its vapour burns.
      </p>
      <Stacks of={["pipe", "what", ">how many", ">cut", ">centre to centre"]}>
        {parts.pipes.map((one) => (
          <StackRow key={one.label} className="border-t border-rule/60">
            <Cell className="whole font-slab py-1 font-bold">{one.label}</Cell>
            <Cell className="py-1">{one.role}</Cell>
            <Cell head="how many" className="py-1 text-right">{one.count}</Cell>
            <Cell head="cut" className="figure py-1 text-right">{read(one.cut)}</Cell>
            <Cell head="centre to centre" className="py-1 text-right">{read(one.apart)}</Cell>
          </StackRow>
        ))}
      </Stacks>
      <div className="mt-4" />
      <Stacks of={["fitting", ">how many", ">socket", ">centre to stop"]}>
        {parts.fittings.map((one) => (
          <StackRow key={one.label} className="border-t border-rule/60">
            <Cell className="whole py-1">{one.label}</Cell>
            <Cell head="how many" className="figure py-1 text-right">{one.count}</Cell>
            <Cell head="socket" className="py-1 text-right">{read(one.socket)}</Cell>
            <Cell head="centre to stop" className="py-1 text-right">{read(one.stop)}</Cell>
          </StackRow>
        ))}
      </Stacks>
    </section>
  );
}
