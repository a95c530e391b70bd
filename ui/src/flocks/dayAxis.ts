import type { PointerEvent } from "react";

const APART_PX = 48;

/** Days worth a number under a chart so many px wide: whole weeks, far enough apart to be read, the last among them. */
export function dayMarks(first: number, last: number, width: number): number[] {
  const perDay = width / Math.max(1, last - first);
  const step = Math.max(1, Math.ceil(APART_PX / perDay / 7)) * 7;
  const marks = [];
  for (let day = first; day < last; day += step) if ((last - day) * perDay >= APART_PX) marks.push(day);
  return [...marks, last];
}

/** The day under a pointer on a chart `width` wide whose days run from `left` over `run`. */
export function dayUnder(event: PointerEvent<SVGSVGElement>, width: number, left: number, run: number, first: number, last: number): number {
  const box = event.currentTarget.getBoundingClientRect();
  const along = (((event.clientX - box.left) / box.width) * width - left) / run;
  return Math.min(last, Math.max(first, Math.round(first + along * (last - first))));
}
