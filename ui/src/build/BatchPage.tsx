import { useState } from "react";
import { useBatch, usePens } from "../api/queries";
import { Trouble } from "../kit/Trouble";
import { Boards } from "./Boards";
import { Covers } from "./Covers";
import { Money } from "./Money";
import { Pieces } from "./Pieces";
import { Plates } from "./Plates";
import { Sawing } from "./Sawing";
import { Shopping } from "./Shopping";

/** Several pens at once: a batch of one, or next spring's three; one plan, one list. */
export function BatchPage() {
  const pens = usePens();
  const [times, setTimes] = useState<Record<number, number>>({});
  const wanted = Object.entries(times).flatMap(([pen, count]) => (count > 0 ? [{ pen: Number(pen), times: count }] : []));
  const batch = useBatch(wanted);
  const [lit, setLit] = useState<string | null>(null);
  return (
    <div className="pt-4">
      <h1>Several pens at once</h1>
      <p className="max-w-prose text-pencil">One cutting plan and one list for all of them: boards shared, boxes shared. Labels begin with each pen’s letter.</p>
      <ul className="mt-2 max-w-xl">
        {pens.data?.map((pen) => (
          <li key={pen.id} className="flex items-baseline justify-between gap-4 border-t border-rule/60 py-1">
            <span>{pen.name}</span>
            <span className="flex items-baseline gap-2">
              <button type="button" className="line-button w-8" aria-label={`One ${pen.name} fewer`} disabled={!times[pen.id]} onClick={() => setTimes({ ...times, [pen.id]: (times[pen.id] ?? 0) - 1 })}>
                −
              </button>
              <span className="figure w-6 text-center" aria-label={`How many of ${pen.name}`}>
                {times[pen.id] ?? 0}
              </span>
              <button type="button" className="line-button w-8" aria-label={`One ${pen.name} more`} onClick={() => setTimes({ ...times, [pen.id]: (times[pen.id] ?? 0) + 1 })}>
                +
              </button>
            </span>
          </li>
        ))}
      </ul>
      <Trouble problem={batch.error} />
      {batch.isFetching ? (
        <p role="status" className="mt-3 text-pencil">
          Working out one plan for all of them…
        </p>
      ) : null}
      {batch.data && wanted.length > 0 ? (
        <>
          <Money bill={batch.data} />
          <Shopping bill={batch.data} />
          <div className="mt-6 grid gap-8 lg:grid-cols-[430px_minmax(0,1fr)]">
            <div className="min-w-0">
              <Pieces bill={batch.data} lit={lit} onPoint={setLit} />
              <Covers bill={batch.data} />
            </div>
            <div className="min-w-0 space-y-6">
              <Sawing bill={batch.data} />
              {batch.data.plans.map((plan) => (
                <Boards key={plan.section + plan.species} plan={plan} lit={lit} onPoint={setLit} />
              ))}
              <Plates bill={batch.data} />
            </div>
          </div>
        </>
      ) : null}
    </div>
  );
}
