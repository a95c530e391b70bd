import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { answer, api, type Schemas } from "../api/client";
import { keys, useChoices, useFlocks } from "../api/queries";
import { Trouble, Waiting } from "../kit/Trouble";
import { useUnits } from "../kit/units";
import { FoundPen } from "./FoundPen";
import type { Axis, Figure, Found, Limits } from "./front";
import { LimitTape } from "./LimitTape";
import { Paper } from "./Paper";
import { Progress } from "./Progress";
import { Several } from "./Several";
import { useSearch, type Asked } from "./useSearch";

const MOST_PICKED = 3;
const SIZES = [["width", "No wider than"], ["length", "No longer than"]] as const;
const TAPES: Figure[] = ["mass", "cost", "hours", "pull", "gust", "width"];

/** From a flock and a farm to the pens worth building: what nothing beats, and limits to pull on. */
export function BalancePage() {
  const flocks = useFlocks();
  const [params, setParams] = useSearchParams();
  if (flocks.error) return <Trouble problem={flocks.error} />;
  if (!flocks.data) return <Waiting what="Looking for the flocks" />;
  const flock = flocks.data.find((one) => one.id === Number(params.get("flock"))) ?? flocks.data[0];
  if (!flock) {
    return (
      <div className="max-w-prose pt-5">
        <h1>Balance</h1>
        <p className="mt-2">
          A pen begins with its birds: <Link className="line-button" to="/flocks">enter a flock</Link>, and the pens worth building for it are looked for here.
        </p>
      </div>
    );
  }
  const shape = params.get("shape") ?? "";
  const like = Number(params.get("like")) || null;
  const [search, key] = (params.get("round") ?? "").split(":");
  const asked: Asked = {
    flock_id: flock.id,
    shapes: shape ? [shape] : [],
    fixed: {},
    at_most: Object.fromEntries(SIZES.flatMap(([name]) => (params.get(name) ? [[name, params.get(name) ?? ""]] : []))),
    more: params.get("more") ? [params.get("more") as Schemas["What"]] : [],
    like,
    in_pens: Math.min(6, Math.max(1, Number(params.get("pens")) || 1)),
    like_found: search && key ? { search_id: Number(search), key } : null,
  };
  const change = (name: string, value: string) => {
    const next = new URLSearchParams(params);
    if (value) next.set(name, value);
    else next.delete(name);
    if (name === "flock") ["like", "round", "under"].forEach((one) => next.delete(one));
    setParams(next, { replace: true });
  };
  return <Searching key={JSON.stringify(asked)} asked={asked} flocks={flocks.data} onChange={change} />;
}

interface SearchingProps {
  asked: Asked;
  flocks: Schemas["FlockOut"][];
  onChange: (name: string, value: string) => void;
}

function Searching({ asked, flocks, onChange }: SearchingProps) {
  const found = useSearch(asked);
  const shapes = useChoices().data?.shapes ?? [];
  const { search } = found;
  return (
    <div className="pt-4">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
        <h1>Balance</h1>
        <Choice label="For" value={String(asked.flock_id)} options={flocks.map((one) => [String(one.id), `${one.name}, ${one.placed}`])} onPick={(value) => onChange("flock", value)} />
        <Choice label="Shape" value={asked.shapes?.[0] ?? ""} options={[["", "any"], ...shapes.map((one): [string, string] => [one.key, one.label])]} onPick={(value) => onChange("shape", value)} />
        <Choice label="In" value={String(asked.in_pens)} options={[["1", "one pen"], ["2", "two pens"], ["3", "three pens"]]} onPick={(value) => onChange("pens", value === "1" ? "" : value)} />
        <Choice label="More than good of" value={asked.more?.[0] ?? ""} options={[["", "nothing"], ["space", "space"], ["moving", "moving"], ["wind", "wind"], ["strength", "frame"]]} onPick={(value) => onChange("more", value)} />
        {SIZES.map(([name, label]) => (
          <Size key={name} label={label} value={asked.at_most?.[name] ?? ""} onKeep={(value) => onChange(name, value)} />
        ))}
        <span className="ml-auto">{search ? <Progress search={search} running={found.running} onStop={found.stop} onGoOn={found.on} onAgain={found.again} /> : null}</span>
      </div>
      <Trouble problem={found.problem} />
      {asked.like || asked.like_found ? <p className="text-sm text-pencil">Round a pen you have: what is like it comes first.</p> : null}
      {search && search.pens.length > 0 ? <Front search={search} /> : found.problem ? null : <Waiting what={search?.note || "The first pens are being framed and judged"} />}
      {search ? <Several asked={asked} /> : null}
      {search && search.pens.length === 0 && !found.running ? <p role="status" className="mt-4">Nothing can be built for these birds with what is settled. Take something back, or keep them in several pens.</p> : null}
    </div>
  );
}

/** A length as it is typed, kept when it is left or Enter is pressed. */
function Size({ label, value, onKeep }: { label: string; value: string; onKeep: (value: string) => void }) {
  const [typed, setTyped] = useState(value);
  const keep = () => {
    if (typed.trim() !== value) onKeep(typed.trim());
  };
  return (
    <label className="text-sm">
      {label}
      <input className="entry ml-2 w-20 text-base" value={typed} placeholder="any" onChange={(event) => setTyped(event.target.value)} onBlur={keep} onKeyDown={(event) => (event.key === "Enter" ? keep() : null)} />
    </label>
  );
}

function Choice({ label, value, options, onPick }: { label: string; value: string; options: [string, string][]; onPick: (value: string) => void }) {
  return (
    <label className="text-sm">
      {label}
      <select className="entry ml-2 text-base" value={value} onChange={(event) => onPick(event.target.value)}>
        {options.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}

function Front({ search }: { search: Schemas["SearchOut"] }) {
  const { read } = useUnits();
  const [across, setAcross] = useState<Figure>("mass");
  const [up, setUp] = useState<Figure>("cost");
  const [params] = useSearchParams();
  const [limits, setLimits] = useState<Limits>(() => under(params.get("under")));
  const [lit, setLit] = useState<string | null>(null);
  const [picked, setPicked] = useState<string[]>([]);
  const axis = (figure: Figure): Axis => search.axes.find((one) => one.figure === figure) ?? (search.axes[0] as Axis);
  const through = useQuery({
    queryKey: ["search", search.id, "through", limits, search.judged],
    queryFn: ({ signal }) => answer(api.POST("/api/searches/{search_id}/through", { params: { path: { search_id: search.id } }, body: { limits: limits as Record<string, number> }, signal })),
    placeholderData: (before) => before,
  });
  const passing = useMemo(() => new Set(through.data?.passing ?? search.pens.filter((pen) => pen.passes).map((pen) => pen.key)), [through.data, search.pens]);
  const shown = search.pens.find((pen) => pen.key === lit) ?? search.pens.find((pen) => passing.has(pen.key)) ?? search.pens[0];
  const pick = (key: string) => {
    setLit(key);
    setPicked((now) => (now.includes(key) ? now.filter((one) => one !== key) : [...now, key].slice(-MOST_PICKED)));
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
                    <button type="button" className="line-button" onClick={() => setLimits(way.limits as Limits)}>
                      {read(way.words)}
                    </button>{" "}
                    <span className="text-sm text-pencil">{way.passing === 1 ? "one pen" : `${way.passing} pens`}</span>
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
            <button type="button" className="line-button text-sm" onClick={() => setLimits({})}>
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
              onPull={(limit) =>
                setLimits((now) => ({ ...Object.fromEntries(Object.entries(now).filter(([name]) => name !== figure)), ...(limit === undefined ? {} : { [figure]: limit }) }))
              }
            />
          ))}
        </div>
      </section>
      {beside.length > 0 ? <Beside search={search} pens={beside} /> : <p className="mt-4 text-sm text-pencil">Press pens on the paper, up to three, to lay them side by side.</p>}
    </>
  );
}

const SOME_LESS = 0.95; // of a figure, where its limit is pulled to at first
const LESS = [["mass", "but lighter"], ["cost", "cheaper"], ["hours", "quicker to build"], ["pull", "easier to pull"]] as const;

/** A limit that an address carries, as `mass:41.5`. */
function under(told: string | null): Limits {
  const [figure, value] = (told ?? "").split(":");
  const limit = Number(value);
  return figure && Number.isFinite(limit) && limit > 0 && LESS.some(([one]) => one === figure) ? { [figure]: limit } : {};
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

function Shown({ search, pen }: { search: Schemas["SearchOut"]; pen: Found }) {
  const go = useNavigate();
  const cache = useQueryClient();
  const { read } = useUnits();
  const open = useMutation({
    mutationFn: () =>
      answer(api.POST("/api/searches/{search_id}/pens/{key}/open", { params: { path: { search_id: search.id, key: pen.key } }, body: { name: `${pen.called} ${read(pen.size)}`.slice(0, 80) } })),
    onSuccess: (made) => {
      void cache.invalidateQueries({ queryKey: keys.pens });
      void go(`/pens/${made.id}`);
    },
  });
  return (
    <FoundPen pen={pen} axes={search.axes}>
      <p className="mt-2 flex flex-wrap gap-x-4 gap-y-1">
        <button type="button" className="line-button" disabled={open.isPending} onClick={() => open.mutate()}>
          Put it on the bench
        </button>
        <span>
          Like this,{" "}
          {LESS.map(([figure, words], i) => (
            <span key={figure}>
              {i > 0 ? " · " : ""}
              <Link className="underline decoration-2 underline-offset-4" to={`/balance?flock=${search.flock_id}&round=${search.id}:${pen.key}&under=${figure}:${(pen.figures[figure] ?? 0) * SOME_LESS}`}>
                {words}
              </Link>
            </span>
          ))}
        </span>
      </p>
      <Trouble problem={open.error} />
    </FoundPen>
  );
}
