import { useMemo } from "react";
import type { Bench } from "../api/client";
import { useSteps } from "../api/queries";
import { Trouble } from "../kit/Trouble";

const WAYS: [string, number, number, number][] = [
  ["down from above", 0, 0, -1],
  ["up from beneath", 0, 0, 1],
  ["from the left", 0, -1, 0],
  ["from the right", 0, 1, 0],
  ["from the front", -1, 0, 0],
  ["from the rear", 1, 0, 0],
];

/** In words, the way a part goes in: the axis it lies nearest to. */
export function wayIn([x, y, z]: readonly [number, number, number]): string {
  const along = ([, a, b, c]: (typeof WAYS)[number]) => a * x + b * y + c * z;
  return WAYS.reduce((best, one) => (along(one) > along(best) ? one : best))[0];
}

/** A first order to build in: each part goes in past nothing that already stands. */
export function BuildOrder({ bench }: { bench: Bench }) {
  const values = useMemo(() => Object.fromEntries(Object.entries(bench.values).map(([name, one]) => [name, one.value])), [bench.values]);
  const order = useSteps(bench.id, values, true);
  const titles = useMemo(() => new Map(bench.facts.map((one) => [one.ref, one.title.split(" ")[0] ?? ""])), [bench.facts]);
  if (order.error) return <Trouble problem={order.error} />;
  return (
    <section className="mt-6" aria-label="Order of building">
      <h2>Order of building</h2>
      <ol className="mt-1 columns-1 gap-x-10 md:columns-2">
        {order.data?.steps.map((step, i) => (
          <li key={i} className="flex break-inside-avoid items-baseline gap-3 border-t border-rule py-1">
            <b className="w-6 text-right font-slab">{i + 1}</b>
            <span className="flex-1">
              {step.title}
              <span className="text-pencil"> {[...new Set(step.parts.map((part) => titles.get(part.ref)).filter((label) => /^[A-Z]\d+$/.test(label ?? "")))].join(", ")}</span>
            </span>
            <span className="text-sm text-pencil">
              {step.parts.length > 1 ? `${step.parts.length}, ` : ""}
              {step.parts[0] ? wayIn(step.parts[0].way) : ""}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
