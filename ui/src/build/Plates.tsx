import type { Bill, Schemas } from "../api/client";
import { useUnits } from "../kit/units";

/** Sheets as they are cut, to scale, by straight cuts from side to side; and strips off the roll. */
export function Plates({ bill }: { bill: Bill }) {
  return (
    <>
      {bill.plates.map((plan) => (
        <section key={plan.what} aria-label={`Sheets of ${plan.what}`}>
          <h2>
            {plan.sheets.length} {plan.sheets.length === 1 ? "sheet" : "sheets"} of {plan.what}
          </h2>
          <p className="text-sm text-pencil">
            {plan.proven ? `Costs ${plan.cost}: no plan of straight cuts from side to side can cost less.` : `Costs ${plan.cost}, not proven: some plan might cost as little as ${plan.bound} (gap ${plan.gap}).`} Each cut goes from side to side of what the one before it left.
          </p>
          <div className="mt-1 flex flex-wrap gap-4">
            {plan.sheets.map((sheet, i) => (
              <OneSheet key={i} sheet={sheet} />
            ))}
          </div>
        </section>
      ))}
      {bill.rolls.map((roll) => (
        <Roll key={roll.what} roll={roll} />
      ))}
    </>
  );
}

function OneSheet({ sheet }: { sheet: Schemas["PlateOut"] }) {
  const { read } = useUnits();
  return (
    <figure className="w-72">
      <svg viewBox={`-8 -8 ${sheet.long_mm + 16} ${sheet.wide_mm + 16}`} role="img" aria-label={`A sheet of ${read(sheet.long)} by ${read(sheet.wide)}: ${sheet.laid.map((one) => one.label).join(", ")}`}>
        <rect width={sheet.long_mm} height={sheet.wide_mm} fill="var(--color-straw)" stroke="var(--color-ink)" strokeWidth={12} />
        <rect width={sheet.long_mm} height={sheet.wide_mm} fill="url(#waste)" />
        {sheet.laid.map((one, i) => (
          <g key={i}>
            <rect x={one.x} y={one.y} width={one.long_mm} height={one.wide_mm} fill="var(--color-wood)" stroke="var(--color-ink)" strokeWidth={8} />
            <text x={one.x + one.long_mm / 2} y={one.y + one.wide_mm / 2 + 30} fontSize={Math.min(110, one.wide_mm * 0.6, one.long_mm * 0.5)} textAnchor="middle" className="font-slab font-bold">
              {one.label}
            </text>
            {one.grained && <Grain x={one.x + one.long_mm / 2} y={one.y + one.wide_mm / 2 + 90} half={Math.min(200, one.long_mm * 0.3)} />}
          </g>
        ))}
      </svg>
      <figcaption className="text-sm text-pencil">
        {read(sheet.long)} × {read(sheet.wide)}
        {sheet.thing ? ", in hand" : ""}; first cuts {sheet.across ? "across" : "along"} it
        {sheet.laid.some((one) => one.grained) ? "; floors keep their grain along it, over the bearers" : ""}
      </figcaption>
    </figure>
  );
}

/** Which way the grain of a piece runs: a line with a barb at either end. */
function Grain({ x, y, half }: { x: number; y: number; half: number }) {
  return <path d={`M${x - half + 40},${y - 25}L${x - half},${y}H${x + half}L${x + half - 40},${y + 25}`} fill="none" stroke="var(--color-ink)" strokeWidth={8} />;
}

function Roll({ roll }: { roll: Schemas["RollOut"] }) {
  const { read } = useUnits();
  return (
    <section aria-label={`Rolls of ${roll.what}`}>
      <h2>
        {roll.what}, {read(roll.wide)} wide: {read(roll.metres)} of it
      </h2>
      <ul>
        {roll.bars.map((bar, i) => (
          <li key={i} className="border-t border-rule/60 py-0.5">
            <b className="font-slab">{bar.times} ×</b> roll of {read(bar.stock)}
            {bar.thing ? " in hand" : ""}: {bar.cuts.map((cut) => `${cut.label} ${read(cut.text)}`).join(", ")}
            <span className="text-pencil">; {read(bar.offcut)} left</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
