import type { Bill } from "../api/client";
import { Heads } from "../kit/Heads";
import { useUnits } from "../kit/units";

/** Tubes bent by hand: where each bend is marked, all from the same end. */
export function Bends({ bill }: { bill: Bill }) {
  return (
    <section className="mt-6" aria-label="Bending the tubes">
      <h2>Bending the tubes</h2>
      <p className="max-w-prose text-sm text-pencil">
        Measure every mark from the same end, the bender&rsquo;s hook towards it; keep all bends of a tube in one plane. Bend one
        offcut by 90° first, measure from its mark to its back, and enter that as the bender&rsquo;s take-up: the marks follow.
      </p>
      <div className="flex flex-wrap gap-x-12">
        {bill.bent.map((tube) => (
          <Marks key={tube.label} tube={tube} />
        ))}
      </div>
    </section>
  );
}

function Marks({ tube }: { tube: Bill["bent"][number] }) {
  const { read } = useUnits();
  const titled = `bends-${tube.label}`;
  return (
    <div className="mt-2">
      <p id={titled}>
        <span className="figure">{tube.label}</span>, {tube.count} of {tube.tube}, {read(tube.length)} before they are bent, to a radius
        of {read(tube.radius)}
      </p>
      <table aria-labelledby={titled} className="text-right">
        <Heads of={["bend", ">mark", ">it starts", ">by"]} />
        <tbody>
          {tube.bends.map((bend, i) => (
            <tr key={i} className="border-b border-rule">
              <td className="py-1 pr-3 text-left">{i + 1}</td>
              <td className="figure py-1 pr-3 whitespace-nowrap">{read(bend.mark)}</td>
              <td className="py-1 pr-3 whitespace-nowrap">{read(bend.start)}</td>
              <td className="py-1 whitespace-nowrap">{bend.turn_deg}°</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
