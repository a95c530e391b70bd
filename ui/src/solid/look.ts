/** Where the eye stands, and what of the pen's frame that shows on the sheet. */
export const LOOKS = ["corner", "top", "side", "end"] as const;
export type Look = (typeof LOOKS)[number];

/** From the pen to the eye; the corner is the isometric of the line drawings. */
export const EYES: Record<Look, [number, number, number]> = {
  corner: [1, -1, 0.82],
  top: [0, -0.0001, 1],
  side: [0, -1, 0],
  end: [1, 0, 0],
};

export type Bounds = { low: number[]; high: number[] };

/** Width and height a box takes up, seen along `eye` with z up, in the box's own units. */
export function seenSize({ low, high }: Bounds, eye: [number, number, number]): { wide: number; tall: number } {
  const size = Math.hypot(...eye);
  const e = eye.map((v) => v / size) as [number, number, number];
  const level = Math.hypot(e[0], e[1]) || 1e-9;
  const right = [-e[1] / level, e[0] / level, 0];
  const up = [e[1] * 0 - e[2] * (right[1] ?? 0), e[2] * (right[0] ?? 0), e[0] * (right[1] ?? 0) - e[1] * (right[0] ?? 0)];
  const span = (axis: number[]) =>
    [0, 1, 2].reduce((sum, i) => sum + Math.abs(axis[i] ?? 0) * ((high[i] ?? 0) - (low[i] ?? 0)), 0);
  return { wide: span(right), tall: span(up) };
}
