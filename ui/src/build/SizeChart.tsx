import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "../api/client";
import { OneOf } from "../kit/OneOf";
import { Trouble } from "../kit/Trouble";
import { useUnits } from "../kit/units";

const WIDE = 900;
const TALL = 230;
const LEFT = 64;

/** What the pen costs against its length or width: the steps where a board, a roll or a bay runs out. */
export function SizeChart({ pen, sign }: { pen: number; sign: string }) {
  const [along, setAlong] = useState<"length" | "width" | null>(null);
  const fit = useQuery({
    queryKey: ["bill", "sizes", pen, along],
    queryFn: ({ signal }) => answer(api.GET("/api/pens/{pen_id}/sizes", { params: { path: { pen_id: pen }, query: { parameter: along ?? "length" } }, signal })),
    enabled: along !== null,
    retry: false,
    staleTime: Infinity,
  });
  return (
    <section aria-label="Cost against size" className="no-print mt-6">
      <h2>Would another size cost less?</h2>
      <p className="mt-1">
        <OneOf label="Price it again over its" options={["length", "width"] as const} on={along} onPick={setAlong} />
      </p>
      {fit.isFetching ? (
        <p role="status" className="mt-2 text-pencil">
          Pricing forty-one sizes, 25 mm apart…
        </p>
      ) : null}
      <Trouble problem={fit.error} />
      {fit.data && !fit.isFetching ? <Curve fit={fit.data} sign={sign} /> : null}
    </section>
  );
}

function Curve({ fit, sign }: { fit: Schemas["FitOut"]; sign: string }) {
  const { read } = useUnits();
  const costs = fit.sizes.map((one) => Number(one.cost));
  const [low, high] = [Math.min(...costs), Math.max(...costs)];
  const [first, last] = [fit.sizes[0]?.mm ?? 0, fit.sizes[fit.sizes.length - 1]?.mm ?? 1];
  const x = (mm: number) => LEFT + ((mm - first) / Math.max(1, last - first)) * (WIDE - LEFT - 20);
  const y = (cost: number) => TALL - 34 - ((cost - low) / Math.max(1, high - low)) * (TALL - 64);
  const path = fit.sizes.map((one, i) => `${i ? `H${x(one.mm)}V` : `M${x(one.mm)} `}${y(Number(one.cost))}`).join("");
  const now = fit.sizes.find((one) => Math.abs(one.mm - fit.now) < 1);
  return (
    <>
      <svg viewBox={`0 0 ${WIDE} ${TALL}`} className="mt-2 w-full max-w-4xl" role="img" aria-label={`Cost against ${fit.parameter}, from ${sign}${low.toFixed(0)} to ${sign}${high.toFixed(0)}`}>
        <path d={`M${LEFT} ${TALL - 24}H${WIDE - 10}`} stroke="var(--color-ink)" strokeWidth={1.5} />
        {[low, high].map((cost) => (
          <text key={cost} x={LEFT - 8} y={y(cost) + 5} fontSize={15} textAnchor="end">
            {sign}
            {cost.toFixed(0)}
          </text>
        ))}
        {fit.sizes
          .filter((_, i) => i % 8 === 0)
          .map((one) => (
            <text key={one.mm} x={x(one.mm)} y={TALL - 6} fontSize={14} textAnchor="middle" fill="var(--color-pencil)">
              {read(one.said)}
            </text>
          ))}
        <path d={path} fill="none" stroke="var(--color-ink)" strokeWidth={2.5} />
        {fit.jumps.map((one) => (
          <path key={one.mm} d={`M${x(one.mm)} ${TALL - 24}l5 -9h-10z`} fill="var(--color-grass)" />
        ))}
        {now ? (
          <g>
            <circle cx={x(now.mm)} cy={y(Number(now.cost))} r={7} fill="var(--color-tape)" stroke="var(--color-ink)" strokeWidth={2} />
            <text x={x(now.mm)} y={y(Number(now.cost)) - 16} fontSize={15} fontWeight={600} textAnchor="middle" stroke="var(--color-paper)" strokeWidth={5} paintOrder="stroke">
              now {sign}
              {now.cost}
            </text>
          </g>
        ) : null}
      </svg>
      <ul className="max-w-4xl">
        {fit.jumps.map((one) => (
          <li key={one.mm} className="border-t border-rule/60 py-0.5">
            <b className="font-slab">{read(one.said)}</b> <span className="figure">{one.more}</span> {one.why.slice(0, 4).map(read).join("; ")}
          </li>
        ))}
      </ul>
      {fit.jumps.length === 0 ? <p className="text-pencil">It rises evenly: no length here saves a board worth speaking of.</p> : null}
      <p className="text-sm text-pencil">All bought; each size is priced in a moment, so a cutting plan that is looked for longer may cost a hundredth less.</p>
    </>
  );
}
