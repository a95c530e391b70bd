import type { Bill } from "../api/client";
import { useUnits } from "../kit/units";

/** How to stand at the saw: settings grouped, where the guide lies, what is worth a jig. */
export function Sawing({ bill }: { bill: Bill }) {
  const { read } = useUnits();
  return (
    <section aria-label="At the saw">
      <h2>At the saw</h2>
      <ol>
        {bill.settings.map((one) => (
          <li key={one.angle_deg} className="border-t border-rule/60 py-0.5">
            <b className="font-slab">{one.angle_deg === 0 ? "Square" : `${one.angle_deg}°`}</b> {one.ends.map((end) => `${end.count} ends of ${end.label}`).join(", ")}
          </li>
        ))}
      </ol>
      <p className="mt-1 text-sm text-pencil">
        All square cuts first, then each angle. The guide lies {read(bill.guide)} from the mark, on the side that stays (your saw’s own: Farm page). Where a pencil line slants, one cut ends a mitre and begins the next: turn the second piece over.
        {bill.jigs.length > 0 ? ` Worth a stop block: ${bill.jigs.map((one) => `${one.label} (${one.count}${one.angled ? ", with its angle" : ""})`).join(", ")}.` : ""}
      </p>
    </section>
  );
}
