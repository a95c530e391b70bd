import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { answer, api, type Schemas } from "../api/client";
import { useUnits } from "../kit/units";
import { Choice } from "./Choice";
import { under, type Axis, type Figure, type Found, type Limits } from "./found";
import { LimitTape } from "./LimitTape";
import { Paper } from "./Paper";
import { Shown } from "./Shown";

const MOST_PICKED = 3;
const TAPES: Figure[] = ["mass", "cost", "hours", "pull", "gust", "width"];

/** The paper, the limits at its margin, what passes and what would do, and pens laid side by side. */
export function Front({ search }: { search: Schemas["SearchOut"] }) {
  const { read } = useUnits();
  const [across, setAcross] = useState<Figure>("mass");
  const [up, setUp] = useState<Figure>("cost");
  const [params] = useSearchParams();
  const [limits, setLimits] = useState<Limits>(() => under(params.get("under")));
  const [spared, setSpared] = useState<string[]>([]); // that fall short, and are looked at all the same
  const [lit, setLit] = useState<string | null>(null);
  const [picked, setPicked] = useState<string[]>([]);
  const axis = (figure: Figure): Axis => search.axes.find((one) => one.figure === figure) ?? (search.axes[0] as Axis);
  const through = useQuery({
    queryKey: ["search", search.id, "through", limits, search.judged],
    queryFn: ({ signal }) => answer(api.POST("/api/searches/{search_id}/through", { params: { path: { search_id: search.id } }, body: { limits: limits as Record<string, number> }, signal })),
    placeholderData: (before) => before,
  });
  const passing = useMemo(() => new Set([...(through.data?.passing ?? search.pens.filter((pen) => pen.passes).map((pen) => pen.key)), ...spared]), [through.data, search.pens, spared]);
  const shown = search.pens.find((pen) => pen.key === lit) ?? search.pens.find((pen) => passing.has(pen.key)) ?? search.pens[0];
  const pick = (key: string) => {
    setLit(key);
    setPicked((now) => (now.includes(key) ? now.filter((one) => one !== key) : [...now, key].slice(-MOST_PICKED)));
  };
  const limit = (to: (now: Limits) => Limits) => {
    setLimits(to);
    setSpared([]);
  };
  const take = (way: Schemas["WayOutOut"]) => {
    setLimits(way.limits as Limits);
    setSpared(way.short.length > 0 ? way.pens : []);
    setLit(way.pens[0] ?? null);
  };
  const beside = picked.flatMap((key) => search.pens.filter((pen) => pen.key === key));
  const most = through.data?.left_out[0];
  return (
    <>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-6 lg:grid-cols-[minmax(0,1fr)_270px]">
        <div>
          <div className="mb-1 flex flex-wrap gap-x-5 text-sm">
            <Choice label="Across" value={across} options={search.axes.map((one) => [one.figure, one.label])} onPick={(value) => setAcross(value as Figure)} />
            <Choice label="Up" value={up} options={search.axes.map((one) => [one.figure, one.label])} onPick={(value) => setUp(value as Figure)} />
            <p role="status" className="self-center text-base">
              <b className="figure">{passing.size}</b> left of {search.pens.length}
              {most && most.count > 0 ? <span>; {most.word} is what leaves most out</span> : null}
            </p>
          </div>
          <Paper pens={search.pens} passing={passing} axes={{ x: axis(across), y: axis(up) }} lit={shown?.key ?? null} picked={picked} onPoint={setLit} onPick={pick} />
          {through.data?.why ? (
            <div role="alert" className="mt-2 border-l-4 border-clay pl-3">
              <p>{read(through.data.why)}.</p>
              <ul className="mt-1 flex flex-wrap gap-x-5 gap-y-1">
                {through.data.ways.map((way) => (
                  <li key={read(way.words)}>
                    <button type="button" className="line-button" onClick={() => take(way)}>
                      {read(way.words)}
                    </button>{" "}
                    <span className="text-sm text-pencil">{way.pens.length === 1 ? "one pen" : `${way.pens.length} pens`}</span>
                  </li>
                ))}
              </ul>
            </div>
          ) : null}
        </div>
        <aside className="space-y-4">
          {shown ? <Shown search={search} pen={shown} /> : null}
        </aside>
      </div>
      <section aria-label="Limits" className="mt-4">
        <div className="flex items-baseline gap-4">
          <h2>Limits to pull</h2>
          {Object.keys(limits).length > 0 ? (
            <button type="button" className="line-button text-sm" onClick={() => limit(() => ({}))}>
              Let all out
            </button>
          ) : null}
        </div>
        <div className="mt-1 grid gap-x-8 gap-y-3 sm:grid-cols-2 lg:grid-cols-3">
          {TAPES.map((figure) => (
            <LimitTape
              key={figure}
              axis={axis(figure)}
              pens={search.pens}
              limit={limits[figure]}
              onPull={(pulled) =>
                limit((now) => ({ ...Object.fromEntries(Object.entries(now).filter(([name]) => name !== figure)), ...(pulled === undefined ? {} : { [figure]: pulled }) }))
              }
            />
          ))}
        </div>
      </section>
      {beside.length > 0 ? <Beside search={search} pens={beside} /> : <p className="mt-4 text-sm text-pencil">Press pens on the paper, up to three, to lay them side by side.</p>}
    </>
  );
}

function Beside({ search, pens }: { search: Schemas["SearchOut"]; pens: Found[] }) {
  return (
    <section aria-label="Side by side" className="mt-5 border-t-2 border-ink pt-2">
      <h2>Side by side</h2>
      <div className="mt-2 grid gap-8 sm:grid-cols-2 lg:grid-cols-3">
        {pens.map((pen) => (
          <Shown key={pen.key} search={search} pen={pen} />
        ))}
      </div>
    </section>
  );
}
