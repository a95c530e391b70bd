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

export type Spot = [number, number, number];

/** Width and height that points take up, seen along `eye` with z up, and the place in their middle. */
export function seenSize(points: Spot[], eye: Spot): { wide: number; tall: number; middle: Spot } {
  const size = Math.hypot(...eye);
  const e = eye.map((v) => v / size) as Spot;
  const level = Math.hypot(e[0], e[1]) || 1e-9;
  const right: Spot = [-e[1] / level, e[0] / level, 0];
  const up: Spot = [-e[2] * right[1], e[2] * right[0], e[0] * right[1] - e[1] * right[0]];
  const range = (axis: Spot): [number, number] => {
    let [low, high] = [Infinity, -Infinity];
    for (const p of points) {
      const at = p[0] * axis[0] + p[1] * axis[1] + p[2] * axis[2];
      low = Math.min(low, at);
      high = Math.max(high, at);
    }
    return [low, high];
  };
  const [[left, far], [low, high]] = [range(right), range(up)];
  const [u, v] = [(left + far) / 2, (low + high) / 2];
  return { wide: far - left, tall: high - low, middle: [0, 1, 2].map((i) => (right[i] ?? 0) * u + (up[i] ?? 0) * v) as Spot };
}
