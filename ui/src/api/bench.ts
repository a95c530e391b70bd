/** A pen on the bench as it is drawn: the server sends the corners of its parts and outlines one figure after another, and boxes by
 *  their corners alone. */
import type { Schemas } from "./client";

type Two = [number, number];
type Three = [number, number, number];
export type Sent = Schemas["BenchOut"];
export type Part = Required<Omit<Schemas["PartOut"], "at" | "box">> & { corners: Three[] };
export type Outline = Required<Omit<Schemas["OutlineOut"], "at" | "holes">> & { points: Two[]; holes: Two[][] };
export type View = Omit<Schemas["ViewOut"], "outlines"> & { outlines: Outline[] };
export type Model = Omit<Schemas["ModelOut"], "parts"> & { parts: Part[] };
export type Bench = Omit<Sent, "views" | "model"> & { views: View[]; model: Model };

// The faces of a box whose corners go round its first end, then round its second, as they are seen from outside
const RIGHT = [
  [0, 3, 2, 1],
  [4, 5, 6, 7],
  [0, 1, 5, 4],
  [1, 2, 6, 5],
  [2, 3, 7, 6],
  [3, 0, 4, 7],
] as const;
const trianglesOf = (faces: readonly (readonly number[])[]) => faces.flatMap(([a = 0, b = 0, c = 0, d = 0]): Three[] => [[a, b, c], [a, c, d]]);
const BOX = { right: trianglesOf(RIGHT), left: trianglesOf(RIGHT.map((face) => [...face].reverse())) };
const BOX_EDGES: Two[] = [[0, 1], [0, 3], [0, 4], [1, 2], [1, 5], [2, 3], [2, 6], [3, 7], [4, 5], [4, 7], [5, 6], [6, 7]];

/** The bench of a pen as it was sent. */
export const benchOf = (sent: Sent): Bench => ({
  ...sent,
  views: sent.views.map((view) => ({ ...view, outlines: view.outlines.map(outlineOf) })),
  model: modelOf(sent.model),
});

export const modelOf = (sent: Schemas["ModelOut"]): Model => ({ ...sent, parts: sent.parts.map(partOf) });

export function outlineOf({ at, holes, ...rest }: Schemas["OutlineOut"]): Outline {
  const usual = { role: "", label: "", pattern: null };
  return { ...usual, ...rest, points: cornersOf<Two>(at, 2), holes: (holes ?? []).map((hole) => cornersOf<Two>(hole, 2)) };
}

function partOf({ at, box, ...rest }: Schemas["PartOut"]): Part {
  const usual = { label: "", material: "", pattern: null, kg: 0, opening_mm: 0, normal: [0, 0, 0] as Three };
  return { ...usual, ...rest, corners: cornersOf<Three>(at, 3), triangles: box ? BOX[box] : (rest.triangles ?? []), edges: box ? BOX_EDGES : (rest.edges ?? []) };
}

/** Figures one after another, so many to a corner. */
function cornersOf<Corner extends number[]>(at: number[], many: Corner["length"]): Corner[] {
  const corners: Corner[] = [];
  for (let i = 0; i < at.length; i += many) corners.push(at.slice(i, i + many) as Corner);
  return corners;
}
