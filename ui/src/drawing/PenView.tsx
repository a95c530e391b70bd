import { memo } from "react";
import type { Outline } from "../api/bench";
import type { Bench } from "../api/client";
import { BirdsAbove, BirdsBeside, Person } from "./Figures";
import { Dimensions } from "./Dimensions";
import { path, type Placed, type Point } from "./frame";
import type { Hands } from "./useLengthDrag";

interface Props {
  bench: Bench;
  placed: Placed;
  person: boolean;
  lit: string | null;
  onPoint: (ref: string | null) => void;
  onPick: (parameter: string) => void;
  hands?: Hands | null;
}

interface Filled {
  fill: string;
  opacity: number;
  over?: string;
}

function fill(outline: Outline, view: string): Filled {
  switch (outline.kind) {
    case "stick":
      return { fill: "var(--color-wood)", opacity: 1 };
    case "wheel":
      return { fill: "var(--color-ink)", opacity: view === "plan" ? 0.9 : 0.92 };
    case "rod":
      return { fill: "var(--color-pencil)", opacity: 1 };
    case "part":
      return { fill: "var(--color-ink)", opacity: 0.85 };
    case "mesh":
      return { fill: outline.pattern === "twisted" ? "url(#net)" : "url(#mesh)", opacity: 1 };
    case "sheet":
      return sheet(outline.pattern, view);
    case "opening":
      return { fill: "none", opacity: 1 };
  }
}

function sheet(pattern: Outline["pattern"], view: string): Filled {
  if (pattern === "cloth") return { fill: "var(--color-tin)", opacity: view === "plan" ? 0.55 : 0.8 };
  if (pattern === "clear") return { fill: "var(--color-tin)", opacity: 0.35 };
  if (pattern === "board") return { fill: "var(--color-wood)", opacity: 0.75, over: "url(#board)" };
  return { fill: "var(--color-tin)", opacity: view === "plan" ? 0.62 : 0.95, over: "url(#corrugated)" };
}

function OneOutline({ outline, placed, lit, onPoint }: Omit<Props, "bench" | "person" | "onPick" | "hands"> & { outline: Outline }) {
  const d = path(outline.points as Point[], placed.at, outline.holes as Point[][]);
  const look = fill(outline, placed.view.name);
  const isLit = lit === outline.ref;
  const points = outline.kind !== "part" && outline.kind !== "rod";
  return (
    <g
      onMouseEnter={points ? () => onPoint(outline.ref) : undefined}
      onMouseLeave={points ? () => onPoint(null) : undefined}
      onClick={points ? () => onPoint(outline.ref) : undefined}
      data-ref={outline.ref}
    >
      <path
        d={d}
        fillRule="evenodd"
        fill={isLit ? "var(--color-tape)" : look.fill}
        fillOpacity={isLit ? (outline.kind === "stick" ? 1 : 0.5) : look.opacity}
        stroke="var(--color-ink)"
        strokeWidth={outline.kind === "mesh" ? 0.5 : 1.15}
        strokeDasharray={outline.kind === "opening" ? "5 4" : undefined}
        strokeLinejoin="round"
      />
      {look.over && !isLit ? <path d={d} fillRule="evenodd" fill={look.over} pointerEvents="none" /> : null}
      {outline.kind === "wheel" && placed.view.name === "side" ? <Hub outline={outline} placed={placed} /> : null}
    </g>
  );
}

function Hub({ outline, placed }: { outline: Outline; placed: Placed }) {
  const xs = outline.points.map((p) => p[0]);
  const ys = outline.points.map((p) => p[1]);
  const [x, y] = placed.at([(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2]);
  const r = ((Math.max(...xs) - Math.min(...xs)) / 2) * placed.scale;
  return <circle cx={x} cy={y} r={r * 0.55} fill="var(--color-sheet)" stroke="var(--color-ink)" pointerEvents="none" />;
}

/** Grass under a side view, or all round a plan. */
function Ground({ placed }: { placed: Placed }) {
  const { low, high, name } = placed.view;
  if (name === "plan") {
    const [x0, y0] = placed.at([low[0] - 160, high[1] + 150]);
    const [x1, y1] = placed.at([high[0] + 120, low[1] - 150]);
    return (
      <>
        <rect x={x0} y={y0} width={x1 - x0} height={y1 - y0} fill="var(--color-sward)" />
        <rect x={x0} y={y0} width={x1 - x0} height={y1 - y0} fill="url(#grass)" />
      </>
    );
  }
  const [x0, y] = placed.at([placed.box.left, 0]);
  const [x1] = placed.at([placed.box.right, 0]);
  return (
    <>
      <rect x={x0} y={y} width={x1 - x0} height={9} fill="var(--color-sward)" />
      <path d={`M${x0} ${y}H${x1}`} stroke="var(--color-grass)" strokeWidth={1.6} />
    </>
  );
}

function Centre({ bench, placed }: { bench: Bench; placed: Placed }) {
  const [cx, cy, cz] = bench.centre;
  const flat: Point = placed.view.name === "plan" ? [cx, cy] : placed.view.name === "side" ? [cx, cz] : [cy, cz];
  const [x, y] = placed.at(flat);
  return (
    <g transform={`translate(${x} ${y})`} pointerEvents="none">
      <title>centre of mass</title>
      <circle r={7} fill="var(--color-sheet)" stroke="var(--color-ink)" strokeWidth={1.6} />
      <path d="M0 0V-7A7 7 0 0 1 7 0ZM0 0V7A7 7 0 0 1 -7 0Z" fill="var(--color-ink)" />
    </g>
  );
}

/** A pen in one view: ground, what is behind, birds, what is in front, marks, dimensions. */
export const PenView = memo(function PenView({ bench, placed, person, lit, onPoint, onPick, hands = null }: Props) {
  const { view } = placed;
  const draw = (outline: Outline) => (
    <OneOutline key={outline.ref} outline={outline} placed={placed} lit={lit} onPoint={onPoint} />
  );
  return (
    <g data-view={view.name}>
      <Ground placed={placed} />
      {view.outlines.slice(0, view.behind).map(draw)}
      {view.name === "plan" ? (
        <BirdsAbove birds={bench.birds} placed={placed} />
      ) : (
        <BirdsBeside birds={bench.birds} placed={placed} along={view.name === "side" ? "x" : "y"} />
      )}
      {view.outlines.slice(view.behind).map(draw)}
      <Centre bench={bench} placed={placed} />
      {person ? <Person placed={placed} /> : null}
      <Dimensions bench={bench} placed={placed} onPick={onPick} hands={hands} />
    </g>
  );
});
