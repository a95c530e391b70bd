import type { Bench } from "../api/client";
import { useSteps } from "../api/queries";
import { Trouble } from "../kit/Trouble";

/** A first order to build in: each part goes in past nothing that already stands. */
export function BuildOrder({ bench }: { bench: Bench }) {
  const order = useSteps(bench);
  if (order.error) return <Trouble problem={order.error} />;
  return (
    <section className="mt-6" aria-label="Order of building">
      <h2>Order of building</h2>
      <ol className="mt-1 columns-1 gap-x-10 md:columns-2">
        {order.data?.steps.map((step, i) => (
          <li key={i} className="flex break-inside-avoid items-baseline gap-3 border-t border-rule py-1">
            <b className="w-6 text-right font-slab">{i + 1}</b>
            <span className="flex-1">
              {step.title} <span className="text-pencil">{step.labels.join(", ")}</span>
            </span>
            <span className="text-sm text-pencil">
              {step.parts.length > 1 ? `${step.parts.length}, ` : ""}
              {step.from_where}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
