import type { Bill } from "../api/client";
import { Heads } from "../kit/Heads";
import { useUnits } from "../kit/units";

/** The shopping list by aisle, whole packs, with what is used beside what is bought. */
export function Shopping({ bill }: { bill: Bill }) {
  const { read } = useUnits();
  const aisles = bill.aisles.filter((aisle) => bill.lines.some((line) => line.aisle === aisle));
  return (
    <section className="mt-7">
      <h2 className="mb-1">Shopping list</h2>
      <table className="stacks w-full">
        <Heads of={["aisle", "item", "used", ">buy", "as", ">each", ">cost"]} />
        <tbody>
          {aisles.flatMap((aisle) =>
            bill.lines
              .filter((line) => line.aisle === aisle)
              .map((line, i) => (
                <tr key={aisle + line.what + line.pack.metric} className={i === 0 ? "border-t border-ink" : "border-t border-rule/60"}>
                  <td className="whole font-slab py-1 font-bold">{i === 0 ? aisle : null}</td>
                  <td className="whole py-1">{line.what}</td>
                  <td data-head="used" className="py-1 text-pencil">{read(line.used)}</td>
                  <td data-head="buy" className="figure py-1 text-right">{line.packs}</td>
                  <td className="py-1 pl-3">{read(line.pack)}</td>
                  <td data-head="each" className="py-1 text-right">{line.each}</td>
                  <td data-head="cost" className="figure py-1 text-right">{line.cost}</td>
                </tr>
              )),
          )}
          <tr className="border-t-2 border-ink">
            <td className="font-slab py-1.5 text-lg font-bold" colSpan={6}>
              Together
            </td>
            <td className="figure py-1.5 text-right text-lg" data-total>
              {bill.total}
            </td>
          </tr>
        </tbody>
      </table>
      <p className="text-sm text-pencil">Example prices: they stand in for your own merchant’s until you know them.</p>
    </section>
  );
}
