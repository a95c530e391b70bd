/** Where found pens lie on the paper, and which of them none beats on both sides of it. */
import type { Schemas } from "../api/client";

export type Found = Schemas["FoundOut"];
export type Axis = Schemas["AxisOut"];
export type Figure = Axis["figure"];
export type Limits = Partial<Record<Figure, number>>;

export interface Span {
  low: number;
  high: number;
}

/** From the least to the most of a figure, with a margin, so that no pen lies on the edge. */
export function spanOf(pens: Found[], figure: Figure): Span {
  const values = pens.map((pen) => pen.figures[figure] ?? 0);
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const margin = (high - low || Math.abs(high) || 1) * 0.08;
  return { low: low - margin, high: high + margin };
}

/** The pens that no other beats in two figures at once, from left to right: the pencil line goes through them. */
export function lineThrough(pens: Found[], x: Axis, y: Axis): Found[] {
  const better = (axis: Axis, a: Found, b: Found) => {
    const [one, other] = [a.figures[axis.figure] ?? 0, b.figures[axis.figure] ?? 0];
    return axis.little ? one - other : other - one;
  };
  const kept: Found[] = [];
  for (const pen of [...pens].sort((a, b) => better(x, a, b) || better(y, a, b))) {
    const last = kept.at(-1);
    if (!last || better(y, pen, last) < 0) kept.push(pen);
  }
  return kept.sort((a, b) => (a.figures[x.figure] ?? 0) - (b.figures[x.figure] ?? 0));
}

/** What a tape rests at: each figure there is, rising. */
export function rests(pens: Found[], figure: Figure): number[] {
  return [...new Set(pens.map((pen) => pen.figures[figure] ?? 0))].sort((a, b) => a - b);
}

/** The rest nearest to a place on a tape. */
export function nearest(rests: number[], value: number): number {
  return rests.reduce((best, one) => (Math.abs(one - value) < Math.abs(best - value) ? one : best), rests[0] ?? value);
}

/** What of a pen a keeper may want less, in words that follow "like this". */
export const LESS = [["mass", "but lighter"], ["cost", "cheaper"], ["hours", "quicker to build"], ["pull", "easier to pull"]] as const;

/** A limit that an address carries, as `mass:41.5`. */
export function under(told: string | null): Limits {
  const [figure, value] = (told ?? "").split(":");
  const limit = Number(value);
  return figure && Number.isFinite(limit) && limit > 0 && LESS.some(([one]) => one === figure) ? { [figure]: limit } : {};
}
