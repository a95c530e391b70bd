import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Suspense, lazy, useState } from "react";
import { Link, useNavigate } from "react-router";
import { benchOf, type Sent } from "../api/bench";
import { Problem, answer, api, type Schemas } from "../api/client";
import { keys, useChoices, useFlocks, useJudging, usePens, type PenLine } from "../api/queries";
import { renew } from "../api/show";
import { AwayList } from "../away/AwayList";
import { PutAway } from "../away/PutAway";
import { inkOf } from "../kit/grade";
import { Trouble, Waiting } from "../kit/Trouble";
import { SmallPlan } from "../drawing/SmallPlan";
import { ShapeChoice, type Kind } from "./ShapeChoice";
import { Cell, StackRow, Stacks } from "../kit/Stacks";
import { useUnits } from "../kit/units";
import { Sheet } from "../kit/Sheet";

// Fetched when it is first opened
const ThreeStarts = lazy(async () => ({ default: (await import("./ThreeStarts")).ThreeStarts }));
const A_PAGE = 30;
const LARGEST_FILE = 1_000_000; // bytes

type Verdict = Schemas["VerdictOut"];

/** The verdicts lists show, of those that always carry a grade or do so for some pen. */
const gradedIn = (verdicts: Verdict[], pens: PenLine[]) =>
  verdicts.filter((verdict) => verdict.listed && (verdict.always || pens.some((pen) => pen.verdicts.some((one) => one.what === verdict.key))));

/** All pens, each a line with its verdicts; and a new one for a flock. */
export function PensPage() {
  const pens = usePens();
  const choices = useChoices();
  const [shown, setShown] = useState(A_PAGE);
  useJudging(pens.data?.slice(0, shown) ?? []);
  const problem = pens.error ?? choices.error;
  if (problem) return <Trouble problem={problem} />;
  if (!pens.data || !choices.data) return <Waiting what="Looking for the pens" />;
  const graded = gradedIn(choices.data.verdicts, pens.data);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-10 pt-5 lg:grid-cols-[minmax(0,1fr)_330px]">
      <section>
        <div className="flex items-baseline justify-between">
          <h1 className="mb-2">Pens</h1>
          {pens.data.length > 1 ? (
            <Link to="/compare" className="line-button">
              Lay side by side
            </Link>
          ) : null}
        </div>
        {pens.data.length === 0 ? (
          <FirstSteps />
        ) : (
          <Stacks of={["pen", "for", "size", ...graded.map((one) => one.name), ""]}>
              {pens.data.slice(0, shown).map((pen) => (
                <PenRow key={pen.id} pen={pen} graded={graded} />
              ))}
          </Stacks>
        )}
        {pens.data.length > shown ? (
          <button type="button" className="line-button mt-4" onClick={() => setShown(shown + A_PAGE)}>
            Show {Math.min(A_PAGE, pens.data.length - shown)} more of {pens.data.length}
          </button>
        ) : null}
        <AwayList kind="pen" />
      </section>
      <NewPen />
    </div>
  );
}

/** An empty farm: what to do first, second and third, each a click away. */
function FirstSteps() {
  return (
    <div className="max-w-prose space-y-3 text-lg">
      <p>A pen begins with its birds: how many there are and how big they get decides its floor.</p>
      <ol className="space-y-2">
        <li className="flex gap-3 border-t border-rule pt-2">
          <span className="font-slab text-2xl font-bold">1</span>
          <span>
            <Link to="/flocks" className="line-button">Enter a flock</Link>: what birds, how many, and three days.
          </span>
        </li>
        <li className="flex gap-3 border-t border-rule pt-2">
          <span className="font-slab text-2xl font-bold">2</span>
          <span>
            <Link to="/farm" className="line-button">Say who moves the pen</Link>, over what ground, in what wind.
          </span>
        </li>
        <li className="flex gap-3 border-t border-rule pt-2">
          <span className="font-slab text-2xl font-bold">3</span>
          <span>Ask for a pen here. It comes whole, drawn and judged, and you change what you like.</span>
        </li>
      </ol>
    </div>
  );
}

function PenRow({ pen, graded }: { pen: PenLine; graded: Verdict[] }) {
  const { read } = useUnits();
  return (
    <StackRow className="border-t border-rule ">
      <Cell className="whole py-2.5">
        <Link to={`/pens/${pen.id}`} className="group flex items-center gap-4">
          {pen.plan ? <SmallPlan plan={pen.plan} /> : <span className="h-[60px] w-[130px] shrink-0 bg-sward xl:h-[88px] xl:w-[190px]" />}
          <span>
            <span className="font-slab block text-[18px] font-bold underline decoration-2 underline-offset-4">{pen.name}</span>
            <span className="text-sm text-pencil">
              {pen.shape}
              {pen.why ? `: ${pen.why}` : ""}
            </span>
          </span>
        </Link>
      </Cell>
      <Cell head="for" className="pr-3">{pen.flock_name}</Cell>
      <Cell className="pr-3 whitespace-nowrap">{pen.size ? read(pen.size) : null}</Cell>
      {pen.trouble ? (
        <Cell colSpan={graded.length} className="text-clay">{pen.trouble}</Cell>
      ) : (
        graded.map(({ key, name }) => {
          const one = pen.verdicts.find((each) => each.what === key);
          return (
            <Cell key={key} head={name} className={`pr-2 font-semibold whitespace-nowrap ${inkOf(one?.verdict)}`}>
              {one ? one.word : <span className="font-normal text-pencil">{pen.judged ? "–" : "…"}</span>}
            </Cell>
          );
        })
      )}
      <Cell className="pl-2 text-right whitespace-nowrap">
        <PutAway kind="pen" id={pen.id} revision={pen.revision} name={pen.name} />
      </Cell>
    </StackRow>
  );
}

function NewPen() {
  const flocks = useFlocks();
  const go = useNavigate();
  const cache = useQueryClient();
  const [flockId, setFlockId] = useState<number | null>(null);
  const [name, setName] = useState("");
  const shapes = useChoices().data?.shapes;
  const [picked, setKind] = useState<Kind | null>(null);
  const kind = picked ?? { shape: shapes?.[0]?.key ?? "", school: "" };
  const [three, setThree] = useState(false);
  const chosen = flocks.data?.find((one) => one.id === flockId) ?? flocks.data?.[0];
  const opened = (bench: Sent) => {
    cache.setQueryData(keys.pen(bench.id), benchOf(bench));
    void renew(cache, keys.pens);
    void go(`/pens/${bench.id}`);
  };
  const propose = useMutation({
    mutationFn: (kind: Kind) =>
      answer(api.POST("/api/pens", { body: { ...kind, flock_id: chosen?.id ?? 0, name: name.trim() || `Pen for ${chosen?.name ?? ""}` } })),
    onSuccess: opened,
  });
  const open = useMutation({
    mutationFn: async (file: File) => {
      if (file.size > LARGEST_FILE)
        throw new Problem(413, "Not opened", `${file.name} is far larger than any design: at most ${LARGEST_FILE / 1000} kB`, "file");
      return answer(api.POST("/api/pens/open", { body: { flock_id: chosen?.id ?? 0, file: await file.text() } }));
    },
    onSuccess: opened,
  });
  return (
    <aside className="border-l-2 border-ink pl-6">
      <h2 className="mb-2">A new pen</h2>
      {!flocks.data ? null : flocks.data.length === 0 ? (
        <p>
          First <Link to="/flocks" className="line-button">enter a flock</Link>.
        </p>
      ) : (
        <form
          className="space-y-3"
          onSubmit={(event) => {
            event.preventDefault();
            propose.mutate(kind);
          }}
        >
          <label className="block text-sm">
            For which birds
            <select className="entry w-full font-semibold" value={chosen?.id ?? ""} onChange={(event) => setFlockId(Number(event.target.value))}>
              {flocks.data?.map((flock) => (
                <option key={flock.id} value={flock.id}>
                  {flock.name}: {flock.placed} × {flock.strain_label}
                </option>
              ))}
            </select>
          </label>
          <ShapeChoice kind={kind} onKind={setKind} />
          <label className="block text-sm">
            Name
            <input className="entry w-full font-semibold" value={name} placeholder={`Pen for ${chosen?.name ?? "them"}`} onChange={(event) => setName(event.target.value)} />
          </label>
          <div className="flex flex-wrap gap-x-6 gap-y-2">
          <button type="submit" className="line-button text-lg" disabled={propose.isPending || !kind.shape}>
            {propose.isPending ? "Trying sizes and wheels…" : "Propose a pen"}
          </button>
          <button type="button" className="line-button" onClick={() => setThree(true)}>
            See three to start from
          </button>
          {chosen ? (
            <Link className="line-button" to={`/balance?flock=${chosen.id}`}>
              See all that is worth building
            </Link>
          ) : null}
          </div>
          {three ? null : <Trouble problem={propose.error} />}
          {chosen ? (
            <Sheet title={`Three to start from, for ${chosen.name}`} open={three} onClose={() => setThree(false)}>
              <Suspense fallback={<Waiting what="Trying sizes and wheels of every shape" />}>
                <ThreeStarts flockId={chosen.id} busy={propose.isPending} onBegin={(kind) => propose.mutate(kind)} />
              </Suspense>
              <Trouble problem={propose.error} />
            </Sheet>
          ) : null}
          <label className="block pt-4 text-sm">
            Or open a design file
            <input
              type="file"
              accept=".json,application/json"
              className="mt-1 block w-full text-sm file:mr-3 file:border-0 file:border-b-2 file:border-ink file:bg-sheet file:px-2 file:py-1"
              onChange={(event) => {
                const file = event.target.files?.[0];
                if (file) open.mutate(file);
                event.target.value = "";
              }}
            />
          </label>
          <Trouble problem={open.error} />
        </form>
      )}
    </aside>
  );
}
