import type { Bill } from "../api/client";
import { useUnits } from "../kit/units";

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
      <div className="mt-2 overflow-x-auto">
        <table className="text-right">
          <tbody>
            {(["out", "up"] as const).map((row) => (
              <tr key={row} className="border-b border-rule">
                <th className="pr-4 text-left font-normal whitespace-nowrap text-pencil">{row === "out" ? "out from the middle" : "up from the ground"}</th>
                {bill.offsets.map((offset, i) => (
                  <td key={i} className={`px-2 py-1 whitespace-nowrap ${row === "up" ? "figure" : ""}`}>
                    {read(offset[row])}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
