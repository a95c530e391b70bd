import type { Bill } from "../api/client";
import { Heads } from "../kit/Heads";
import { useUnits } from "../kit/units";

/** Every door and hatch to make: its side, its clear size, its sill, what it is of and what closes it. */
export function Doors({ bill }: { bill: Bill }) {
  const { read } = useUnits();
  return (
    <section className="mt-6" aria-label="Doors and hatches">
      <h2>Doors and hatches</h2>
      <table className="mt-2 max-md:block" role="table">
        <Heads of={["what", "side", ">clear width", ">height", ">sill over the grass", "of", "closed by"]} />
        <tbody className="max-md:block">
          {bill.doors.map((door, i) => (
            <tr key={i} className="border-b border-rule max-md:flex max-md:flex-wrap max-md:gap-x-3">
              <td className="py-1 pr-3 font-semibold">{door.what}</td>
              <td className="py-1 pr-3">{door.side}</td>
              <td className="figure py-1 pr-3 text-right whitespace-nowrap">{read(door.wide)}</td>
              <td className="figure py-1 pr-3 text-right whitespace-nowrap">{read(door.high)}</td>
              <td className="py-1 pr-3 text-right whitespace-nowrap">{read(door.sill)}</td>
              <td className="py-1 pr-3">{door.made_of}</td>
              <td className="py-1">{door.closed_by}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
