import type { Bill } from "../api/client";
import { Heads } from "../kit/Heads";
import { useUnits } from "../kit/units";

const COLUMNS = 3;

/** The same in a few columns, read down. */
function inColumns<Item>(all: Item[], columns: number): Item[][] {
  const long = Math.ceil(all.length / columns);
  return Array.from({ length: columns }, (_, i) => all.slice(i * long, (i + 1) * long)).filter((part) => part.length > 0);
}

/** Setting out the end of a hoop: heights by place, and the end at full size to print. */
export function Offsets({ bill }: { bill: Bill }) {
  const { read } = useUnits();
  return (
    <section className="mt-6" aria-label="Setting out the curve">
      <div className="flex flex-wrap items-baseline gap-6">
        <h2>Setting out the curve of the ends</h2>
        <a className="line-button no-print" href={`/api/pens/${bill.pen_id}/end-template.svg`} download>
          End at full size, SVG
        </a>
      </div>
      <p className="max-w-prose text-sm text-pencil">
        Snap a line for the ground and one square to it for the middle. Out from the middle on both sides, the curve
        stands this high. Printed at 100 % the file is life size: measure its check line first.
      </p>
      <div className="mt-2 flex flex-wrap gap-x-12">
        {inColumns(bill.offsets, COLUMNS).map((part, column) => (
          <table key={column} className={`w-74 table-fixed self-start text-right ${column > 0 ? "max-md:[&_thead]:hidden" : ""}`}>
            <Heads of={[">out from the middle", ">up from the ground"]} />
            <tbody>
              {part.map((offset) => (
                <tr key={offset.out.metric} className="border-b border-rule">
                  <td className="py-1 pr-1 whitespace-nowrap">{read(offset.out)}</td>
                  <td className="figure py-1 whitespace-nowrap">{read(offset.up)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        ))}
      </div>
    </section>
  );
}
