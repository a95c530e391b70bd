import { useQueries } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { answer, api, type Bench, type Bill } from "../api/client";
import { keys, penAt, toldOf, useChoices, usePens } from "../api/queries";
import { WholePen } from "../drawing/WholePen";
import { SideView } from "../drawing/SideView";
import { inkOf } from "../kit/grade";
import { OneOf } from "../kit/OneOf";
import { Heads } from "../kit/Heads";
import { Trouble, Waiting } from "../kit/Trouble";
import { useUnits } from "../kit/units";
import { differing } from "./differing";

const MOST = 3;
const VIEWS = ["corner", "plan", "side", "end"] as const;

/** Two or three pens side by side: seen from one side, what differs, what it did to the verdicts, mass and cost. */
export function ComparePage() {
  const [search, setSearch] = useSearchParams();
  const [ids, setIds] = useState(() => [...new Set((search.get("pens") ?? "").split(",").map(Number).filter((id) => id > 0))].slice(0, MOST));
  const pens = usePens();
  const kept = useQueries({ queries: ids.map(penAt) });
  const choose = (id: number, on: boolean) => {
    const next = on ? [...ids, id] : ids.filter((one) => one !== id);
    setIds(next);
    setSearch({ pens: next.join(",") }, { replace: true });
  };
  const wrong = kept.find((one) => one.error)?.error;
  const benches = kept.flatMap((one) => (one.data ? [one.data] : []));
  return (
    <div className="pt-5">
      <h1>Side by side</h1>
      <fieldset className="mt-1 flex flex-wrap gap-x-5">
        <legend className="text-sm text-pencil">Two or three pens</legend>
        {pens.data?.map((pen) => (
          <label key={pen.id} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="accent-grass"
              checked={ids.includes(pen.id)}
              disabled={!ids.includes(pen.id) && ids.length >= MOST}
              onChange={(event) => choose(pen.id, event.target.checked)}
            />
            {pen.name}
          </label>
        ))}
      </fieldset>
      {wrong ? <Trouble problem={wrong} /> : null}
      {benches.length < ids.length && !wrong ? <Waiting what="Fetching the pens" /> : null}
      {benches.length >= 2 && benches.length === ids.length ? <Columns benches={benches} /> : null}
      {ids.length < 2 ? <p className="mt-4">Tick two pens to lay them side by side.</p> : null}
    </div>
  );
}

function Columns({ benches }: { benches: Bench[] }) {
  const { read } = useUnits();
  const choices = useChoices();
  const [from, setFrom] = useState<(typeof VIEWS)[number]>("corner");
  const bills = useQueries({
    queries: benches.map((bench) => ({
      queryKey: keys.bill(bench.id),
      queryFn: (): Promise<Bill> => answer(api.GET("/api/pens/{pen_id}/bill", { params: { path: { pen_id: bench.id } } })),
    })),
  });
  const told = useQueries({ queries: benches.map((bench) => toldOf(bench)) });
  const weighed = told.every((one) => one.data) ? told.map((one) => one.data?.groups ?? []) : [];
  const groups = [...new Set(weighed.flat().map((one) => one.group))];
  const verdicts = new Map(benches.flatMap((bench) => bench.findings.map((one) => [one.what, one.name] as const)));
  const rows = differing(benches, choices.data?.shapes ?? [], read);
  const cell = "py-1 pr-4 align-baseline";
  return (
    <>
      <div className="mt-3">
        <OneOf label="Seen from" options={VIEWS} on={from} onPick={setFrom} />
      </div>
      <div className="mt-2 grid gap-4" style={{ gridTemplateColumns: `repeat(${benches.length}, minmax(0, 1fr))` }}>
        {benches.map((bench) => (
          <figure key={bench.id} className="sheet">
            <svg viewBox="0 0 420 250" className="w-full" role="group" aria-label={`${bench.name} from the ${from}`}>
              {from === "corner" ? (
                <WholePen bench={bench} lit={null} onPoint={() => undefined} width={420} height={250} />
              ) : (
                <SideView bench={bench} name={from} width={420} height={250} />
              )}
            </svg>
            <figcaption className="border-t border-rule px-3 py-1.5">
              <Link to={`/pens/${bench.id}`} className="font-slab font-bold underline underline-offset-4">
                {bench.name}
              </Link>
              {bench.why ? <span className="block text-sm text-pencil">{bench.why}</span> : null}
            </figcaption>
          </figure>
        ))}
      </div>
      <table className="mt-4 w-full">
        <Heads of={["", ...benches.map((bench) => bench.name)]} />
        <tbody>
          {[...verdicts].map(([what, name]) => (
            <tr key={what} className="border-t border-rule">
              <th className={`${cell} text-left font-slab capitalize`}>{name}</th>
              {benches.map((bench) => {
                const finding = bench.findings.find((one) => one.what === what);
                return (
                  <td key={bench.id} className={cell}>
                    <b className={inkOf(finding?.verdict)}>{finding?.word}</b>{" "}
                    {finding ? read(finding.figure) : null}
                  </td>
                );
              })}
            </tr>
          ))}
          <tr className="border-t-2 border-ink">
            <th className={`${cell} text-left font-slab`}>Cost</th>
            {benches.map((bench, i) => (
              <td key={bench.id} className={`${cell} figure`}>{bills[i]?.data?.total ?? `about ${bench.about_cost}`}</td>
            ))}
          </tr>
          {groups.map((group) => (
            <tr key={group} className="border-t border-rule/60">
              <th className={`${cell} text-left font-normal`}>mass of {group}</th>
              {benches.map((bench, i) => {
                const one = weighed[i]?.find((each) => each.group === group);
                return (
                  <td key={bench.id} className={`${cell} figure`}>
                    {one ? read(one.fresh) : "none"}
                  </td>
                );
              })}
            </tr>
          ))}
          {rows.map((row) => (
            <tr key={row.name} className="border-t border-rule/60 bg-tape/25">
              <th className={`${cell} text-left font-normal`}>{row.label}</th>
              {row.values.map((value, i) => (
                <td key={i} className={cell}>
                  {value}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length === 0 ? <p className="mt-2">Nothing chosen differs between them.</p> : null}
    </>
  );
}
