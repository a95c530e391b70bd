import type { Bill } from "../api/client";
import { useUnits } from "../kit/units";

/** What is cut out of sheet and mesh: each rectangle by its label. */
export function Covers({ bill }: { bill: Bill }) {
  const { read } = useUnits();
  return (
    <section aria-label="Sheet and mesh to cut" className="mt-6">
      <h2>Sheet and mesh to cut</h2>
      <ul>
        {bill.covers.map((one) => (
          <li key={one.label} className="flex flex-wrap items-baseline gap-x-3 border-t border-rule/60 py-0.5">
            <b className="w-20 shrink-0 font-slab">
              {one.label} × {one.count}
            </b>
            <span className="min-w-40 flex-1 leading-tight">
              {one.what} <span className="text-pencil">{one.parts.join(", ")}</span>
            </span>
            <span className="ml-auto text-right text-sm md:whitespace-nowrap">
              {read(one.long)} × {read(one.wide)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
