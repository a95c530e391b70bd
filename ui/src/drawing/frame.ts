/** Placing views of a pen on a sheet: one scale for all, each with room for its dimensions. */
import type { View } from "../api/bench";

export type { View };
export type Point = [number, number];

export interface Box {
  left: number;
  right: number;
  bottom: number;
  top: number;
}

/** A view at a place and scale: turns mm into px on the sheet (y down). */
export interface Placed {
  view: View;
  box: Box;
  scale: number;
  at: (point: Point) => Point;
}

export const PERSON_MM = { height: 1720, width: 620, gap: 330 };
const TEXT_MM = 130; // room beyond a dimension line for its words

/** What a view takes up with its dimensions, and a person beside it where one stands. */
export function boxOf(view: View, person: boolean): Box {
  const box = { left: view.low[0], right: view.high[0], bottom: view.low[1], top: view.high[1] };
  for (const dim of view.dimensions) {
    const upright = Math.abs(dim.a[0] - dim.b[0]) < 1;
    const line = (upright ? dim.a[0] : dim.a[1]) + dim.away;
    const beyond = line + Math.sign(dim.away) * TEXT_MM;
    if (upright) {
      box.left = Math.min(box.left, beyond - (dim.away < 0 ? 60 : 0));
      box.right = Math.max(box.right, beyond + (dim.away > 0 ? 60 : 0));
    } else {
      box.bottom = Math.min(box.bottom, beyond);
      box.top = Math.max(box.top, beyond);
    }
  }
  if (person) {
    box.right = Math.max(box.right, view.high[0] + PERSON_MM.gap + PERSON_MM.width);
    box.top = Math.max(box.top, PERSON_MM.height + 40);
  }
  return box;
}

const wide = (box: Box) => box.right - box.left;
const tall = (box: Box) => box.top - box.bottom;

function place(view: View, box: Box, scale: number, left: number, top: number): Placed {
  return {
    view,
    box,
    scale,
    at: ([u, v]) => [left + (u - box.left) * scale, top + (box.top - v) * scale],
  };
}

/** One view as large as the sheet allows. */
export function placeOne(view: View, person: boolean, width: number, height: number): Placed {
  const box = boxOf(view, person);
  const scale = Math.min(width / wide(box), height / tall(box));
  return place(view, box, scale, (width - wide(box) * scale) / 2, (height - tall(box) * scale) / 2);
}

export interface SheetPlan {
  plan: Placed;
  side: Placed;
  end: Placed;
  rose: { x: number; y: number; size: number };
}

/** Plan over side, sharing their length; end with a person beside; the wind's rose in the corner. */
export function placeSheet(plan: View, side: View, end: View, width: number, height: number): SheetPlan {
  const boxes = { plan: boxOf(plan, false), side: boxOf(side, false), end: boxOf(end, true) };
  const left = Math.min(boxes.plan.left, boxes.side.left);
  const right = Math.max(boxes.plan.right, boxes.side.right);
  for (const box of [boxes.plan, boxes.side]) Object.assign(box, { left, right });
  const gap = 120;
  const between = 660; // side and end each have words of a height here
  const across = right - left + between + wide(boxes.end);
  const up = tall(boxes.plan) + gap + tall(boxes.side);
  const scale = Math.min(width / across, height / up);
  const x = (width - across * scale) / 2;
  const y = (height - up * scale) / 2;
  const endLeft = x + (right - left + between) * scale;
  const groundY = y + up * scale + boxes.side.bottom * scale;
  const endTop = groundY - boxes.end.top * scale;
  const rose = Math.min(endTop - y + 10, wide(boxes.end) * scale + 40);
  return {
    plan: place(plan, boxes.plan, scale, x, y),
    side: place(side, boxes.side, scale, x, y + (tall(boxes.plan) + gap) * scale),
    end: place(end, boxes.end, scale, endLeft, endTop),
    rose: { x: endLeft + (wide(boxes.end) * scale) / 2, y: y + rose / 2, size: rose },
  };
}

/** Points of a closed outline as an SVG path; holes are cut out where it is filled by the even-odd rule. */
export function path(points: Point[], at: (point: Point) => Point, holes: Point[][] = []): string {
  const ring = (one: Point[]) =>
    one.map((point, i) => `${i ? "L" : "M"}${at(point).map((c) => c.toFixed(1)).join(" ")}`).join("") + "Z";
  return [points, ...holes].map(ring).join("");
}

/** An SVG path in mm as it lies on a sheet. */
export function placePath(drawn: string, at: (point: Point) => Point): string {
  return drawn.replace(/(-?\d+) (-?\d+)/g, (_, u, v) => at([Number(u), Number(v)]).map((c) => c.toFixed(1)).join(" "));
}
