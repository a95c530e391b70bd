import { useStrip } from "../api/queries";
import { sayDay } from "../flocks/dates";
import { Cell, StackRow, Stacks } from "../kit/Stacks";
import { useUnits } from "../kit/units";
import type { Spot } from "./SeasonMap";

/** The year of one strip: who was on it, what they left, when it is ready again. */
export function StripYear({ field, spot, on, onClose }: { field: number; spot: Spot; on: string; onClose: () => void }) {
  const { read } = useUnits();
  const strip = useStrip(field, Math.round(spot.u * 10) / 10, Math.round(spot.v * 10) / 10, on).data;
  if (!strip) return null;
  return (
    <section aria-label="This strip" className="mt-3 border-l-4 border-clay pl-3" aria-live="polite">
      <div className="flex items-baseline justify-between">
        <h2>This strip’s year</h2>
        <button type="button" className="line-button" onClick={onClose}>
          Close
        </button>
      </div>
      {strip.visits.length === 0 ? (
        <p>Nobody stands here this season.</p>
      ) : (
        <>
          <p>
            To {sayDay(on)} it has had <b>{read(strip.nitrogen)}</b> of nitrogen in the year, of {read(strip.limit)}
            {strip.ready && strip.ready > on ? `; it rests until ${sayDay(strip.ready)}.` : "; it is green and may be stood on."}
          </p>
          <Stacks of={["pen", "from", "to", ">wear", ">droppings", ">nitrogen", ">green again"]}>
            {strip.visits.map((one, i) => (
              <StackRow key={i} className={`border-t border-rule/60 ${one.day > on ? "text-pencil" : ""}`}>
                <Cell className="py-0.5 font-semibold">{one.pen_name}</Cell>
                <Cell head="from" className="py-0.5">{sayDay(one.day)}</Cell>
                <Cell head="to" className="py-0.5">{sayDay(one.left)}</Cell>
                <Cell head="wear" className="py-0.5 text-right">{read(one.wear)}</Cell>
                <Cell head="droppings" className="py-0.5 text-right">{read(one.cover)}</Cell>
                <Cell head="nitrogen" className="py-0.5 text-right">{read(one.nitrogen)}</Cell>
                <Cell head="green again" className="py-0.5 text-right">{sayDay(one.ready)}</Cell>
              </StackRow>
            ))}
          </Stacks>
        </>
      )}
    </section>
  );
}
