import { useState } from "react";
import type { Bench } from "../api/client";
import { useUnits } from "../kit/units";
import { useAdded, type Added } from "./useAdded";

const COLUMNS = [
  ["mass", "mass"],
  ["pull", "pull"],
  ["gust", "gust"],
  ["cost", "cost"],
  ["hours", "hours"],
] as const;
const LEAST = 0.05;

/** What each added thing of this pen costs: left out, and the pen judged again. */
export function AddedBoard({ bench }: { bench: Bench }) {
  const [open, setOpen] = useState(false);
  const { found, working, trouble } = useAdded(bench.id, bench.revision, open);
  const sorted = [...found].sort((a, b) => Math.abs(b.adds.mass ?? 0) - Math.abs(a.adds.mass ?? 0));
  return (
    <section aria-label="What each thing costs" className="mt-4 border-t-2 border-ink pt-2">
      <div className="flex flex-wrap items-baseline gap-x-5">
        <h2>What each thing costs</h2>
        {open ? null : (
          <button type="button" className="line-button" onClick={() => setOpen(true)}>
            Leave each out and judge again
          </button>
        )}
        {working ? <span role="status" className="text-sm text-pencil">leaving out one after another, {found.length} so far</span> : null}
      </div>
      {trouble ? <p role="alert" className="text-clay">{trouble}</p> : null}
      {sorted.length > 0 ? (
        <div className="overflow-x-auto">
          <table className="mt-1 w-full text-[15px]">
            <thead>
              <tr className="text-left text-sm text-pencil">
                <th className="font-normal">with it the pen has</th>
                {COLUMNS.map(([figure, label]) => (
                  <th key={figure} className="pl-4 text-right font-normal">{label}</th>
                ))}
              </tr>
            </thead>
            <tbody>
              {sorted.map((one) => (
                <Row key={JSON.stringify(one.without)} one={one} />
              ))}
            </tbody>
          </table>
        </div>
      ) : null}
      {open && !working && found.length === 0 && !trouble ? <p>Nothing of this pen could be left out.</p> : null}
    </section>
  );
}

function Row({ one }: { one: Added }) {
  const { read } = useUnits();
  return (
    <tr className="border-t border-rule/60">
      <th className="py-0.5 text-left font-normal first-letter:uppercase">{read(one.words)}</th>
      {COLUMNS.map(([figure]) => {
        const adds = one.adds[figure] ?? 0;
        const said = one.said[figure] ? read(one.said[figure]) : "";
        return (
          <td key={figure} className="figure py-0.5 pl-4 text-right whitespace-nowrap">
            {Math.abs(adds) < LEAST || !/[1-9]/.test(said) ? "–" : `${adds > 0 ? "+" : "−"}${said}`}
          </td>
        );
      })}
    </tr>
  );
}
