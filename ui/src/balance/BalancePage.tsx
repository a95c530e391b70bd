import { Link, useSearchParams } from "react-router";
import type { Schemas } from "../api/client";
import { useChoices, useFlocks } from "../api/queries";
import { Trouble, Waiting } from "../kit/Trouble";
import { Choice, Size } from "./Choice";
import { Front } from "./Front";
import { Progress } from "./Progress";
import { Settled, settledIn } from "./Settled";
import { Several } from "./Several";
import { useSearch, type Asked } from "./useSearch";

const SIZES = [["width", "No wider than"], ["length", "No longer than"]] as const;

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
    fixed: settledIn(params),
    at_most: Object.fromEntries(SIZES.flatMap(([name]) => (params.get(name) ? [[name, params.get(name) ?? ""]] : []))),
    more: params.get("more") ? [params.get("more") as NonNullable<Asked["more"]>[number]] : [],
    like,
    in_pens: Math.min(6, Math.max(1, Number(params.get("pens")) || 1)),
    like_found: search && key ? { search_id: Number(search), key } : null,
  };
  const change = (name: string, value: string) => {
    const next = new URLSearchParams(params);
    if (value) next.set(name, value);
    else next.delete(name);
    if (name === "flock") ["like", "round", "under", "of"].forEach((one) => next.delete(one));
    setParams(next, { replace: true });
  };
  const settle = (name: string, value: string) => {
    const next = new URLSearchParams(params);
    next.delete("fix");
    for (const [other, kept] of Object.entries({ ...settledIn(params), [name]: value })) if (kept) next.append("fix", `${other}~${kept}`);
    setParams(next, { replace: true });
  };
  return <Searching key={JSON.stringify(asked)} asked={asked} flocks={flocks.data} onChange={change} onSettle={settle} />;
}

interface SearchingProps {
  asked: Asked;
  flocks: Schemas["FlockOut"][];
  onChange: (name: string, value: string) => void;
  onSettle: (name: string, value: string) => void;
}

function Searching({ asked, flocks, onChange, onSettle }: SearchingProps) {
  const found = useSearch(asked);
  const { shapes = [], verdicts = [] } = useChoices().data ?? {};
  const { search } = found;
  return (
    <div className="pt-4">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
        <h1>Balance</h1>
        <Choice label="For" value={String(asked.flock_id)} options={flocks.map((one) => [String(one.id), `${one.name}, ${one.placed}`])} onPick={(value) => onChange("flock", value)} />
        <Choice label="Shape" value={asked.shapes?.[0] ?? ""} options={[["", "any"], ...shapes.map((one): [string, string] => [one.key, one.label])]} onPick={(value) => onChange("shape", value)} />
        <Choice label="In" value={String(asked.in_pens)} options={[["1", "one pen"], ["2", "two pens"], ["3", "three pens"]]} onPick={(value) => onChange("pens", value === "1" ? "" : value)} />
        <Choice label="More than good of" value={asked.more?.[0] ?? ""} options={[["", "nothing"], ...verdicts.filter((one) => one.more).map((one): [string, string] => [one.key, one.name])]} onPick={(value) => onChange("more", value)} />
        {SIZES.map(([name, label]) => (
          <Size key={name} label={label} value={asked.at_most?.[name] ?? ""} onKeep={(value) => onChange(name, value)} />
        ))}
        <span className="ml-auto">{search ? <Progress search={search} running={found.running} onStop={found.stop} onGoOn={found.on} onAgain={found.again} /> : null}</span>
      </div>
      <Settled shapes={shapes} shape={asked.shapes?.[0] ?? ""} fixed={asked.fixed ?? {}} onSettle={onSettle} />
      <Trouble problem={found.problem} />
      {asked.like || asked.like_found ? <p className="text-sm text-pencil">Round a pen you have: what is like it comes first.</p> : null}
      {search && search.pens.length > 0 ? <Front search={search} /> : found.problem ? null : <Waiting what={search?.note || "The first pens are being framed and judged"} />}
      {search ? <Several asked={asked} /> : null}
      {search && search.pens.length === 0 && !found.running ? <p role="status" className="mt-4">Nothing can be built for these birds with what is settled. Take something back, or keep them in several pens.</p> : null}
    </div>
  );
}
