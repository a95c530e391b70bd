import type { Bill } from "../api/client";
import { Cell, StackRow, Stacks } from "../kit/Stacks";
import { useUnits } from "../kit/units";

/** The shopping list by aisle, whole packs, with what is used beside what is bought. */
export function Shopping({ bill }: { bill: Bill }) {
  const { read } = useUnits();
  const aisles = bill.aisles.filter((aisle) => bill.lines.some((line) => line.aisle === aisle));
  return (
    <section className="mt-7">
      <h2 className="mb-1">Shopping list</h2>
      <Stacks of={["aisle", "item", "used", ">buy", "as", ">each", ">cost", ...bill.shops.map((shop) => `>${shop.name}`)]}>
          {aisles.flatMap((aisle) =>
            bill.lines
              .filter((line) => line.aisle === aisle)
              .map((line, i) => (
                <StackRow key={aisle + line.what + line.pack.metric} className={i === 0 ? "border-t border-ink" : "border-t border-rule/60"}>
                  <Cell className="whole font-slab py-1 font-bold">{i === 0 ? aisle : null}</Cell>
                  <Cell className="whole py-1">
                    {line.what}
                    {line.left ? <span className="block text-sm text-pencil">{read(line.left)}</span> : null}
                  </Cell>
                  <Cell head="used" className="py-1 text-pencil">{read(line.used)}</Cell>
                  <Cell head="buy" className="figure py-1 text-right">{line.packs}</Cell>
                  <Cell className="py-1 pl-3">{read(line.pack)}</Cell>
                  <Cell head="each" className="py-1 text-right">{line.each}</Cell>
                  <Cell head="cost" className="figure py-1 text-right">{line.cost}</Cell>
                  {bill.shops.map((shop) => (
                    <Cell key={shop.name} head={shop.name} className="py-1 pl-4 text-right text-sm">{shop.each[bill.lines.indexOf(line)] ?? <span className="text-pencil">has none</span>}</Cell>
                  ))}
                </StackRow>
              )),
          )}
          <StackRow className="border-t-2 border-ink">
            <Cell className="font-slab py-1.5 text-lg font-bold" colSpan={6}>
              Together
            </Cell>
            <Cell className="figure py-1.5 text-right text-lg" data-total>
              {bill.total}
            </Cell>
            {bill.shops.map((shop) => (
              <Cell key={shop.name} head={shop.name} className="py-1.5 text-right">
                {shop.total} <span className="block text-sm text-pencil">{shop.has} of {bill.lines.length} lines, {shop.dated}</span>
              </Cell>
            ))}
          </StackRow>
      </Stacks>
      <p className="text-sm text-pencil">Example prices: they stand in for your own merchant’s until you know them.</p>
    </section>
  );
}
