import type { Bill } from "../api/client";
import { Trouble } from "../kit/Trouble";
import { useUnits } from "../kit/units";
import { useShedChange } from "../shed/useShedChange";

/** What it costs: to pay, with what is in hand, for each bird, for each year; what is taken out of the shed. */
export function Money({ bill }: { bill: Bill }) {
  const sign = bill.currency;
  const saved = Number(bill.all_bought) - Number(bill.total);
  return (
    <section aria-label="Money" className="mt-7">
      <h2>Money</h2>
      <dl className="mt-1 flex flex-wrap gap-x-10 gap-y-2">
        <Sum what="To pay" sum={`${sign}${bill.total}`} large />
        {saved > 0 ? <Sum what="All bought it would be" sum={`${sign}${bill.all_bought}`} /> : null}
        {Number(bill.worth) > 0 ? <Sum what="Worth of what is in hand" sum={`${sign}${bill.worth}`} /> : null}
        <Sum what="A bird" sum={`${sign}${bill.money.a_bird}`} />
        <Sum what="A year of service" sum={`${sign}${bill.money.a_year}`} />
        {Number(bill.by_first_fit) > 0 ? <Sum what="Saved over cutting as they come" sum={`${sign}${bill.by_first_fit}`} /> : null}
      </dl>
      <div className="mt-3 gap-x-12 md:columns-2">
        {bill.taken.length > 0 ? (
          <OutOfTheShed bill={bill} />
        ) : null}
        {bill.money.wears.length > 0 ? (
          <div className="break-inside-avoid max-md:mt-3">
            <h3>Bought again first</h3>
            <ul>
              {bill.money.wears.slice(0, 6).map((one) => (
                <li key={one.what} className="flex justify-between border-t border-rule/60 py-0.5">
                  <span>
                    {one.what}, after {one.years} years
                  </span>
                  <span className="figure">
                    {sign}
                    {one.cost}
                  </span>
                </li>
              ))}
            </ul>
          </div>
        ) : null}
      </div>
    </section>
  );
}

/** What the plan takes of what is in hand; for one pen it can be set aside, so that no other's plan takes it too. */
function OutOfTheShed({ bill }: { bill: Bill }) {
  const { read } = useUnits();
  const shed = useShedChange();
  const loose = bill.taken.filter((one) => one.thing > 0 && one.pen === null);
  return (
    <div className="break-inside-avoid">
      <h3>Out of the shed</h3>
      <ul aria-label="Out of the shed">
        {bill.taken.map((one) => (
          <li key={one.thing} className="border-t border-rule/60 py-0.5">
            {one.count} × {read(one.said)}
            {one.thing < 0 ? <span className="text-pencil">, cut for an earlier design</span> : null}
            {one.pen ? <span className="text-grass">, set aside</span> : null}
          </li>
        ))}
      </ul>
      {bill.pen_id && loose.length > 0 ? (
        <p className="mt-1 text-sm">
          Another pen’s plan may take {loose.length === bill.taken.length ? "these" : "the others"} too, until one is cut.{" "}
          <button type="button" className="line-button no-print" disabled={shed.busy} onClick={() => shed.aside(bill.pen_id, Object.fromEntries(loose.map((one) => [one.thing, one.count])))}>
            Set them aside for this pen
          </button>
        </p>
      ) : null}
      <Trouble problem={shed.problem} />
    </div>
  );
}

function Sum({ what, sum, large = false }: { what: string; sum: string; large?: boolean }) {
  return (
    <div>
      <dt className="text-sm text-pencil">{what}</dt>
      <dd className={`figure ${large ? "text-2xl" : "text-lg"}`}>{sum}</dd>
    </div>
  );
}
