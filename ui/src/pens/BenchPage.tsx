import { useEffect, useMemo, useState } from "react";
import { Link, useParams } from "react-router";
import { answer, api, type Bench, type Schemas } from "../api/client";
import { useChoices, useCost, usePen, useTold } from "../api/queries";
import { DrawingSheet } from "./DrawingSheet";
import { Level } from "../kit/Level";
import { Part } from "../kit/Part";
import { Trouble, Waiting } from "../kit/Trouble";
import { UndoRedo } from "../kit/UndoRedo";
import { useUnits } from "../kit/units";
import { VerdictLine } from "./VerdictLine";
import { ConflictSheet } from "./ConflictSheet";
import { Controls } from "./Controls";
import { Fence } from "./Fence";
import { parametersOf, type Parameter } from "./parameters";
import { PenName } from "./PenName";
import { WorkingSheet } from "./WorkingSheet";
import { AddedBoard } from "../balance/AddedBoard";
import { MendBoard } from "../mending/MendBoard";
import { NewVersion } from "../versions/NewVersion";
import { drawsSolids } from "../solid/drawsSolids";
import { tried } from "./trial";
import { usePenEdits, type Edit } from "./usePenEdits";

/** A pen on the bench: drawing in the middle, verdicts always beside it, what to change below. */
export function BenchPage() {
  const id = Number(useParams()["id"]);
  const pen = usePen(id);
  const choices = useChoices();
  if (pen.error) return <Trouble problem={pen.error} />;
  const shape = choices.data?.shapes.find((one) => one.key === pen.data?.shape);
  if (!pen.data || !shape) return <Waiting what="Laying the pen on the bench" />;
  return <OnTheBench key={id} kept={pen.data} shape={shape} />;
}

function OnTheBench({ kept, shape }: { kept: Bench; shape: Schemas["ShapeOut"] }) {
  const parameters = parametersOf(shape, kept.values);
  const { read, system } = useUnits();
  const [drawn, setDrawn] = useState<"solid" | "flat">(drawsSolids() ? "solid" : "flat");
  const edits = usePenEdits(kept.id, { units: system, drawn });
  const [group, setGroup] = useState("size");
  const [copying, setCopying] = useState(false);
  const [opened, setOpened] = useState<string | null>(null);
  const [pointed, setPointed] = useState(false);
  const cost = useCost(kept);
  const bench = useMemo(() => (edits.trial ? tried(kept, edits.trial.trial) : kept), [kept, edits.trial]);
  const told = useTold(kept, edits.trial?.values ?? null, opened !== null || pointed).data;
  const material = (edits.trial ? null : cost.data?.total) ?? `about ${bench.about_cost}`;
  const finding = bench.findings.find((one) => one.what === opened) ?? null;
  const onField = edits.problem?.edit?.values ? { values: edits.problem.edit.values, problem: edits.problem.problem } : null;

  useUndoKeys(edits.step);
  const pickFromDrawing = (name: string) => {
    setGroup(parameters.find((one) => one.name === name)?.group ?? group);
    requestAnimationFrame(() => document.querySelector<HTMLInputElement>(`[data-control="${name}"] input`)?.select());
  };

  return (
    <>
      <div className="mt-1 flex flex-wrap items-baseline gap-x-5">
        <PenName name={kept.name} onKeep={(name) => edits.keep({ name })} />
        <Link to="/flocks" className="text-pencil hover:underline">
          {kept.flock_line}
        </Link>
        <span className="ml-auto flex gap-4">
          <button type="button" className="line-button" onClick={() => setCopying(true)}>
            New version
          </button>
          <UndoRedo
            told={{
              of: kept.name,
              key: ["pen", kept.id, kept.revision],
              read: (before) => answer(api.GET("/api/pens/{pen_id}/history", { params: { path: { pen_id: kept.id }, query: { before } } })),
            }}
            canUndo={kept.can_undo} canRedo={kept.can_redo} onStep={edits.step} />
        </span>
      </div>
      <Fence bench={bench} />
      {edits.unsent.length > 0 ? <Unsent edits={edits.unsent} parameters={parameters} /> : null}
      {edits.problem && !onField ? <Trouble problem={edits.problem.problem} /> : null}
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-x-5 gap-y-2 lg:grid-cols-[minmax(0,1fr)_310px] lg:grid-rows-[auto_1fr]">
        <Part name="the drawing">
          <DrawingSheet
            bench={bench}
            facts={told?.facts ?? []}
            onPick={pickFromDrawing}
            onLook={setDrawn}
            onPointed={setPointed}
            pulling={{ parameters, live: edits.trial !== null, refused: onField?.problem.message ?? "", onTry: edits.tryValues, onKeep: (values) => edits.keep({ values }), onDrop: edits.drop }}
          />
        </Part>
        <aside aria-label="Verdicts" className="space-y-1.5 lg:row-span-2">
          {bench.findings.filter((one) => one.shown_as === "level").map((one) => (
            <Level key={one.what} finding={one} onOpen={() => setOpened(one.what)} />
          ))}
          {bench.findings.filter((one) => one.shown_as === "line").map((one) => (
            <VerdictLine key={one.what} finding={one} onOpen={() => setOpened(one.what)} />
          ))}
          <p className="text-sm text-pencil">
            Material for <span className="figure">{material}</span>. Press a verdict to see how it came about.
          </p>
        </aside>
        {bench.notes.length > 0 ? (
          <ul aria-label="To know before building" className="flex flex-wrap gap-x-6 gap-y-1 lg:col-start-1">
            {bench.notes.map((note, i) => (
              <li key={i} className="border-l-4 border-tape pl-2 text-sm">
                {read(note)}
              </li>
            ))}
          </ul>
        ) : null}
      </div>
      <section className="mt-3" aria-label="What can be changed">
        <Controls
          bench={bench}
          kept={kept}
          shape={shape}
          problem={onField}
          group={group}
          onGroup={setGroup}
          onTry={edits.tryValues}
          onKeep={(values) => edits.keep({ values })}
          onDrop={edits.drop}
        />
      </section>
      <Part name="what would mend it">
        <MendBoard kept={kept} onTry={edits.tryValues} onKeep={(values) => edits.keep({ values })} onDrop={edits.drop} />
      </Part>
      <Part name="what each thing costs">
        <p className="mt-4">
          <Link className="line-button" to={`/balance?flock=${kept.flock_id}&like=${kept.id}`}>
            What else could it be?
          </Link>
        </p>
        <AddedBoard bench={kept} />
      </Part>
      <NewVersion key={kept.name} bench={kept} open={copying} onClose={() => setCopying(false)} />
      <Part name="the working">
        <WorkingSheet bench={bench} finding={finding} told={told} onKeep={(values) => edits.keep({ values })} onClose={() => setOpened(null)} />
      </Part>
      <ConflictSheet conflict={edits.conflict} parameters={parameters} onResolve={edits.resolve} />
    </>
  );
}

/** The line is down: what waits here to be sent. */
function Unsent({ edits, parameters }: { edits: Edit[]; parameters: Parameter[] }) {
  const label = (name: string) => parameters.find((one) => one.name === name)?.label ?? name;
  const words = edits.flatMap((edit) => [
    ...Object.entries(edit.values ?? {}).map(([name, value]) => `${label(name)} ${value}`),
    ...(edit.name ? [`name ${edit.name}`] : []),
  ]);
  return (
    <p role="status" className="my-1 border-l-4 border-tape bg-sheet px-3 py-1">
      <b>The line to the server is down.</b> Kept here, and sent as soon as it is back: {words.join(", ")}.
    </p>
  );
}

/** Is it a place that text is typed into, with an undo of its own? */
const isTyped = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || target.closest("input, textarea, select, [contenteditable]") !== null);

/** Ctrl+Z and Ctrl+Shift+Z anywhere but in a field being typed in. */
function useUndoKeys(step: (which: "undo" | "redo") => void) {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (isTyped(event.target) || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
      event.preventDefault();
      step(event.shiftKey ? "redo" : "undo");
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [step]);
}
