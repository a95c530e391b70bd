const APART_PX = 48;

/** Days worth a number under a chart so many px wide: whole weeks, far enough apart to be read, the last among them. */
export function dayMarks(first: number, last: number, width: number): number[] {
  const perDay = width / Math.max(1, last - first);
  const step = Math.max(1, Math.ceil(APART_PX / perDay / 7)) * 7;
  const marks = [];
  for (let day = first; day < last; day += step) if ((last - day) * perDay >= APART_PX) marks.push(day);
  return [...marks, last];
}
