import { useState } from "react";
import { Trouble } from "../kit/Trouble";
import { useUnits } from "../kit/units";
import { useSearch, type Asked } from "./useSearch";

const COUNTS = [1, 2, 3];
const WORDS = ["", "one pen", "two pens", "three pens"];

/** One large or several small: the same flock in one, two and three pens, the best of each, all together. */
export function Several({ asked }: { asked: Asked }) {
  const [open, setOpen] = useState(false);
  return (
    <section aria-label="One large or several small" className="mt-6 border-t-2 border-ink pt-2">
      <h2>One large or several small</h2>
      {open ? (
        <div className="mt-2 grid gap-8 sm:grid-cols-3">
          {COUNTS.map((count) => (
            <Shared key={count} asked={{ ...asked, in_pens: count, like: null, like_found: null }} count={count} />
          ))}
        </div>
      ) : (
        <p className="mt-1">
          <button type="button" className="line-button" onClick={() => setOpen(true)}>
            Look at one, two and three pens
          </button>
        </p>
      )}
    </section>
  );
}

function Shared({ asked, count }: { asked: Asked; count: number }) {
  const { read } = useUnits();
  const { search, running, problem } = useSearch(asked);
  const best = search?.pens.find((pen) => pen.key === search.best);
  const rows: [string, "mass" | "cost" | "hours" | "minutes"][] = [
    ["Mass of all", "mass"],
    ["Estimated cost of all", "cost"],
    ["Hours to build all", "hours"],
    ["All of them moved in", "minutes"],
  ];
  return (
    <article aria-label={WORDS[count]}>
      <h3 className="font-slab text-lg font-bold first-letter:uppercase">{WORDS[count]}</h3>
      {best ? (
        <>
          <p>
            {best.called}, {read(best.size)} each{best.passes ? "" : <b className="text-clay">, falls short</b>}
          </p>
          <dl className="mt-1 grid grid-cols-[auto_auto] gap-x-4 text-sm">
            {rows.map(([label, figure]) => {
              const said = best.together[figure];
              return said ? (
                <div key={figure} className="contents">
                  <dt>{label}</dt>
                  <dd className="figure text-right">{read(said)}</dd>
                </div>
              ) : null;
            })}
            {search?.moves ? (
              <div className="contents">
                <dt>Moves in the last week</dt>
                <dd className="figure text-right">{read(search.moves)}</dd>
              </div>
            ) : null}
          </dl>
        </>
      ) : null}
      <p role="status" className="text-sm text-pencil">
        {search?.note || (running ? `looking, ${search?.judged ?? 0} pens judged` : best ? "" : "nothing can be built so")}
      </p>
      <Trouble problem={problem} />
    </article>
  );
}
