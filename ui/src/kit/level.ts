/** Where the bubble of a spirit level stands: the least that will do is its first mark, what is good its second. */

export const MARKS = [0.36, 0.62] as const;
const ENOUGH = 1.5; // from half as much again as is good, there is some to spare
const FAR = 6; // times as much as is good comes to the end of the glass
const EDGE = 0.07; // the bubble never leaves the glass
const CLEAR = 0.06; // nor does it lie on a mark
export const TO_SPARE = 0.82; // where enough begins

/** Place along the glass, 0 to 1, for what there is over what is good; the least stands at `leastAt` on that scale. */
export function bubbleAt(ratio: number, leastAt: number): number {
  const [least, good] = MARKS;
  if (!(ratio > 0)) return EDGE;
  if (ratio < Math.min(leastAt, 1)) return within(ratio / Math.min(leastAt, 1), EDGE, least - CLEAR);
  if (ratio < 1) return within((ratio - leastAt) / (1 - leastAt), least + CLEAR, good - CLEAR);
  if (ratio < ENOUGH) return within((ratio - 1) / (ENOUGH - 1), good + CLEAR, TO_SPARE);
  return within(Math.log(ratio / ENOUGH) / Math.log(FAR / ENOUGH), TO_SPARE, 1 - EDGE);
}

function within(share: number, from: number, to: number): number {
  return from + Math.min(1, Math.max(0, share)) * (to - from);
}
