import { useEffect, useState } from "react";
import type { Bench } from "../api/client";
import { OneOf } from "../kit/OneOf";
import { useUnits } from "../kit/units";
import type { Values } from "../pens/usePenEdits";
import { Marks } from "./Marks";
import { ranked } from "./rank";
import { useMends, type Mend } from "./useMends";

interface Props {
  kept: Bench;
  onTry: (values: Values) => void;
  onKeep: (values: Values) => void;
  onDrop: () => void;
}

type What = Mend["marks"][number]["what"];

/** What to change: for a verdict, the changes that would mend it, each worked out in full; try one, keep one. */
export function MendBoard({ kept, onTry, onKeep, onDrop }: Props) {
  const { read } = useUnits();
  const all = kept.findings.filter((one) => one.verdict !== null);
  const [short, between] = (["short", "between"] as const).map((grade) => all.some((one) => one.verdict === grade));
  const [what, setWhat] = useState<What | null>(null);
  const [tried, setTried] = useState<Mend | null>(null);
  const { mends, working, trouble, ask, stop } = useMends(kept);
  const shown = what ? ranked(mends) : [];
  useEffect(() => {
    setWhat(null);
    setTried(null);
    stop();
  }, [kept.revision, stop]);
  const open = (one: What) => {
    setWhat(one);
    setTried(null);
    onDrop();
    void ask(one);
  };
  const pick = (name: string) => {
    const one = all.find((each) => each.name === name);
    if (one) open(one.what);
  };
  const attempt = (mend: Mend) => {
    if (tried === mend) {
      setTried(null);
      onDrop();
      return;
    }
    setTried(mend);
    onTry(mend.changes);
  };
  return (
    <section aria-label="What would mend it" className="mt-4 border-t-2 border-ink pt-2">
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <h2>{short ? "What would mend it" : between ? "What would make it right" : "What would better it"}</h2>
        <OneOf label="For" options={all.map((one) => one.name)} on={all.find((one) => one.what === what)?.name ?? null} onPick={pick} />
        {working ? (
          <span className="text-sm text-pencil" role="status">
            working out every change, {mends.length} so far{" "}
            <button type="button" className="underline" onClick={stop}>
              enough
            </button>
          </span>
        ) : null}
        {!what ? <span className="text-sm text-pencil">Pick a verdict: every single change is framed and judged, the best shown.</span> : null}
      </div>
      {trouble ? <p role="alert" className="text-clay">{trouble}</p> : null}
      {what && !working && mends.length === 0 && !trouble ? <p>No single change betters it.</p> : null}
      <ol className="mt-1">
        {shown.map((mend) => (
          <li key={JSON.stringify(mend.changes)} className={`flex flex-wrap items-center gap-x-4 border-b border-rule py-1 ${tried === mend ? "bg-tape/40" : ""}`}>
            <span className="min-w-64 flex-1">
              {read(mend.words)}
              <span className="block text-sm text-pencil">
                {read(mend.weight)} {mend.more_kg < 0 ? "less" : "more"}, about {mend.cost} {mend.more_cost < 0 ? "less" : "more"}
                {what && mend.mends.includes(what) ? <b className="text-grass"> · then {mend.marks.find((mark) => mark.what === what)?.word}</b> : null}
                {mend.spoils.length > 0 ? <b className="text-clay"> · but {mend.marks.filter((mark) => mend.spoils.includes(mark.what)).map((mark) => `${mark.word} in ${mark.name}`).join(", ")}</b> : null}
              </span>
            </span>
            <Marks marks={mend.marks} />
            <span className="flex w-40 justify-end gap-3">
              <button type="button" className="line-button" aria-pressed={tried === mend} onClick={() => attempt(mend)}>
                {tried === mend ? "Take back" : "Try"}
              </button>
              <button type="button" className="line-button" onClick={() => onKeep(mend.changes)}>
                Keep
              </button>
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
