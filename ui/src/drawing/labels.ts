/** Where a stick's label can be written on a drawing: on the stick itself, along it, once. */
import type { Outline } from "../api/bench";
import type { Placed, Point } from "./frame";

export interface Label {
  ref: string;
  text: string;
  x: number;
  y: number;
  upright: boolean;
}

const LEAST_LONG_PX = 26;
const APART_PX = 20;

/** Labels of all sticks long enough to bear one, none on top of another. */
export function labelsOf(placed: Placed): Label[] {
  const labels: Label[] = [];
  const nearestFirst = [...placed.view.outlines].reverse().filter((one) => one.kind === "stick");
  for (const outline of nearestFirst) {
    const label = labelOf(outline, placed);
    if (label && labels.every((other) => Math.hypot(other.x - label.x, other.y - label.y) >= APART_PX)) labels.push(label);
  }
  return labels;
}

function labelOf(outline: Outline, placed: Placed): Label | null {
  const points = outline.points.map((point) => placed.at(point as Point));
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  const [wide, tall] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
  if (Math.max(wide, tall) < LEAST_LONG_PX) return null;
  const upright = tall > wide;
  // a third of the way along, where crossing sticks seldom lie
  const share = 0.36;
  return {
    ref: outline.ref,
    text: outline.label,
    x: upright ? (Math.min(...xs) + Math.max(...xs)) / 2 : Math.min(...xs) + wide * share,
    y: upright ? Math.min(...ys) + tall * share : (Math.min(...ys) + Math.max(...ys)) / 2,
    upright,
  };
}
