/** Dimension lines in space: which of them a look needs, where they stand, and where their words go. */
import type { Bench, Schemas } from "../api/client";

type Dimension = Schemas["DimensionOut"];
export type Place = [number, number, number];

export interface Dim {
  key: string;
  dim: Dimension;
  mm: number;
  ends: [Place, Place]; // on the pen
  line: [Place, Place]; // set off from it
}

const STRAIGHT = 0.97; // the eye looks along an axis
const OFF_MM = 240; // a height stands this far beside the pen

/** Dimensions worth showing from an eye: those of a flat view when it looks straight at it, else the main ones. */
export function dimensionsSeen(bench: Bench, eye: Place): Dim[] {
  const straight = [Math.abs(eye[0]), Math.abs(eye[1]), Math.abs(eye[2])].findIndex((share) => share > STRAIGHT);
  const only = ["end", "side", "plan"][straight];
  const { low, high } = bench.model;
  const right = low[1];
  const front = high[0];
  const corner = only ? null : silhouette(bench, eye);
  return bench.views.flatMap((view) => {
    if (only && view.name !== only) return [];
    return view.dimensions.flatMap((dim, i) => {
      const upright = Math.abs(dim.a[0] - dim.b[0]) < 1;
      // Turned, only what can stand on the side the eye is on: what is set off the far side would cross the pen
      const near = upright || dim.away < 0;
      const turned = (view.name === "plan" && near) || (view.name === "side" && upright);
      if (!only && (!dim.parameter || !turned)) return [];
      const set = (p: number[]): [number, number] =>
        upright ? [(dim.a[0] ?? 0) + dim.away, p[1] ?? 0] : [p[0] ?? 0, (dim.a[1] ?? 0) + dim.away];
      const lift = ([u, v]: [number, number], off: boolean): Place => {
        if (view.name === "end") return [front, u, v];
        if (view.name === "plan") {
          if (only) return [u, v, 0];
          // The side the eye stands on; the pen is alike left and right
          return upright ? [eye[0] < 0 ? low[0] - (off ? Math.abs(dim.away) : 0) : u, v, 0] : [u, eye[1] > 0 ? -v : v, 0];
        }
        return corner ? [corner[0], corner[1] + (off ? Math.sign(corner[1]) * OFF_MM : 0), v] : [u, right, v];
      };
      const [a, b] = [dim.a as [number, number], dim.b as [number, number]];
      return [
        {
          key: `${view.name}-${i}`,
          dim,
          mm: Math.hypot(a[0] - b[0], a[1] - b[1]),
          ends: [lift(a, false), lift(b, false)],
          line: [lift(set(a), true), lift(set(b), true)],
        },
      ];
    });
  });
}

/** The upright corner of the pen that stands furthest right, seen from an eye. */
function silhouette(bench: Bench, [ex, ey]: Place): [number, number] {
  const { low, high } = bench.model;
  const corners: [number, number][] = [low, high].flatMap((a) => [low, high].map((b): [number, number] => [a[0], b[1]]));
  return corners.reduce((best, one) => (-ey * one[0] + ex * one[1] > -ey * best[0] + ex * best[1] ? one : best));
}

export interface Words {
  x: number;
  y: number;
  half: number;
}

const HIGH = 11;
const TRIES = [0.5, 0.34, 0.66, 0.2, 0.8];

/** Where the words of a line stand clear of those before them; null when nowhere on it is free. */
export function placeWords(a: [number, number], b: [number, number], half: number, before: Words[]): Words | null {
  for (const share of TRIES) {
    const spot = { x: a[0] + (b[0] - a[0]) * share, y: a[1] + (b[1] - a[1]) * share, half };
    const free = before.every((one) => Math.abs(one.x - spot.x) > one.half + half + 4 || Math.abs(one.y - spot.y) > 2 * HIGH + 2);
    if (free) return spot;
  }
  return null;
}
