import { useState } from "react";
import type { Field, Schemas } from "../api/client";
import { figure } from "../api/client";
import { BothSides, sidesOf } from "../kit/BothSides";
import { Entry } from "../kit/Entry";
import { Pick } from "../kit/Pick";
import { Stacks } from "../kit/Stacks";
import { ObstacleRow } from "./ObstacleRow";
import { Trouble } from "../kit/Trouble";
import { FieldPaper } from "./FieldPaper";
import { ToMeasure } from "./ToMeasure";
import { entered, placeOf, useField, type Edge, type Held } from "./useField";

type Kind = Schemas["KindOut"];
type Obstacle = Schemas["ObstacleIn"];

const FORMS: Record<string, Obstacle["form"]> = { path: "line", wood: "line", bed: "area", water: "area", paved: "area", house: "area", hollow: "area", gap: "area" };

/** A field's edge on squared paper, with what stands in it: pulled, nudged, typed, kept as one step. */
export function FieldDrawing({ field, kinds, onDone }: { field: Field; kinds: Kind[]; onDone: () => void }) {
  const [edge, setEdge] = useState<Edge>({ outline: field.outline, obstacles: field.obstacles, gate: field.gate });
  const [held, setHeld] = useState<Held | null>(null);
  const { form } = useField(field, onDone);
  const outline = edge.outline ?? [];
  const obstacles = edge.obstacles ?? [];
  const spot = held ? placeOf(edge, held) : null;
  const put = (which: Held, place: number[]) => setEdge(moved(edge, which, place));
  const keep = () => {
    const same = JSON.stringify(edge.outline) === JSON.stringify(field.outline);
    const kept = entered(field);
    form.keep(same ? { ...kept, obstacles, gate: edge.gate } : { ...kept, length_m: null, width_m: null, outline, obstacles, gate: edge.gate });
  };
  return (
    <section aria-label={`Drawing ${field.name}`}>
      <h1>{field.name}, drawn</h1>
      <p className="mb-2 max-w-prose text-sm text-pencil">
        Click beside the edge for a new corner, pull a corner or nudge it by the arrow keys. What stands in the field is pulled too; stops
        keep off it as far as its row says.
      </p>
      <FieldPaper edge={edge} held={held} onHold={setHeld} onPut={put} onCorner={(at, place) => setEdge({ ...edge, outline: [...outline.slice(0, at), place, ...outline.slice(at)] })} />
      <div className="mt-2 flex flex-wrap items-baseline gap-3">
        {held && spot ? (
          <>
            <span className="font-semibold">{nameOf(held, obstacles, kinds)}</span>
            {(["east", "north"] as const).map((way, i) => (
              <span key={way} className="flex w-36 items-baseline gap-1 text-sm whitespace-nowrap">
                <Entry quiet label={`m ${way}`} value={String(Math.round((spot[i] ?? 0) * 1000) / 1000)} onKeep={(text) => put(held, spot.map((part, at) => (at === i ? figure(text) : part)))} />m {way}
              </span>
            ))}
            {held.what === "corner" && outline.length > 3 ? (
              <button type="button" className="line-button" onClick={() => (setEdge({ ...edge, outline: outline.filter((_, i) => i !== held.at) }), setHeld(null))}>
                Take this corner out
              </button>
            ) : null}
          </>
        ) : (
          <span className="text-sm text-pencil">Press a corner to type where it is.</span>
        )}
        <button type="button" className="line-button" onClick={() => setEdge({ ...edge, gate: edge.gate ? null : (outline[0] ?? [0, 0]) })}>
          {edge.gate ? "Take the gate out" : "Put in a gate"}
        </button>
      </div>
      <ToMeasure outline={outline} at={held?.what === "corner" ? held.at : null} onShaped={(to) => setEdge({ ...edge, outline: to })} />
      <h2 className="mt-4">What stands in it</h2>
      {obstacles.length > 0 ? (
        <Stacks of={["what", ">kept off, m", "only between, or before it is picked", ""]}>
          {obstacles.map((one, i) => (
            <ObstacleRow
              key={i}
              one={one}
              at={i + 1}
              label={labelOf(one.kind, kinds)}
              onChange={(to) => setEdge({ ...edge, obstacles: obstacles.map((each, at) => (at === i ? { ...each, ...to } : each)) })}
              onOut={() => (setEdge({ ...edge, obstacles: obstacles.filter((_, at) => at !== i) }), setHeld(null))}
            />
          ))}
        </Stacks>
      ) : null}
      <div className="mt-2 max-w-xs">
        <Pick label="Put in" value="" options={[{ key: "", label: "something to keep off" }, ...kinds]} onPick={(key) => key && setEdge({ ...edge, obstacles: [...obstacles, begun(key, kinds, outline)] })} />
      </div>
      {form.problem ? <Trouble problem={form.problem} /> : null}
      {form.conflict ? <BothSides what="field" sides={sidesOf({ ...form.conflict.mine }, form.conflict.problem, { name: "Name" })} onResolve={form.resolve} /> : null}
      <div className="mt-4 flex gap-3">
        <button type="button" className="line-button" onClick={keep}>
          Keep the drawing
        </button>
        <button type="button" className="line-button" onClick={onDone}>
          Leave it as it was
        </button>
      </div>
    </section>
  );
}

function labelOf(kind: string, kinds: Kind[]): string {
  return kinds.find((one) => one.key === kind)?.label ?? kind;
}

function nameOf(held: Held, obstacles: Obstacle[], kinds: Kind[]): string {
  if (held.what === "gate") return "The gate";
  if (held.what === "corner") return `Corner ${held.at + 1}`;
  return `${labelOf(obstacles[held.of]?.kind ?? "", kinds)}, ${held.of + 1}`;
}

function moved(edge: Edge, held: Held, place: number[]): Edge {
  const put = (places: number[][]) => places.map((one, i) => (i === held.at ? place : one));
  if (held.what === "gate") return { ...edge, gate: place };
  if (held.what === "corner") return { ...edge, outline: put(edge.outline ?? []) };
  return { ...edge, obstacles: (edge.obstacles ?? []).map((one, i) => (i === held.of ? { ...one, points: put(one.points) } : one)) };
}

/** Something new to keep off, in the middle of the field: a point, a short line or a small square. */
function begun(kind: string, kinds: Kind[], outline: number[][]): Obstacle {
  const middle = (axis: number) => Math.round(outline.reduce((sum, place) => sum + (place[axis] ?? 0), 0) / Math.max(1, outline.length));
  const [x, y] = [middle(0), middle(1)];
  const form = FORMS[kind] ?? "point";
  const points = { point: [[x, y]], line: [[x - 4, y], [x + 4, y]], area: [[x - 2, y - 2], [x + 2, y - 2], [x + 2, y + 2], [x - 2, y + 2]] }[form] ?? [[x, y]];
  return { kind, form, points, off_m: kinds.find((one) => one.key === kind)?.off_m ?? 0 };
}
