/** Where the bubble of a spirit level stands. A ratio of 1 just passes: that is the first mark. */

export const MARKS = [0.38, 0.7] as const;
const ENOUGH = 1.5; // the second mark: half as much again as is needed
const EDGE = 0.07; // the bubble never leaves the glass

/** Place along the glass, 0 to 1, for what there is over what is needed. */
export function bubbleAt(ratio: number): number {
  const [first, second] = MARKS;
  if (!(ratio > 0)) return EDGE;
  if (ratio < 1) return Math.max(EDGE, first - 0.06 - (1 - ratio) * (first - 0.06 - EDGE));
  if (ratio < ENOUGH) return first + 0.06 + ((ratio - 1) / (ENOUGH - 1)) * (second - first - 0.12);
  return Math.min(1 - EDGE, second + 0.06 + (1 - ENOUGH / ratio) * (1 - EDGE - second - 0.06));
}
