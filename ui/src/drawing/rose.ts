/** The pen's own wind chart: how far out each direction's gust stands, as plain geometry. */

export interface Gust {
  direction_deg: number;
  least: number;
}

/** Screen direction of a wind from a bearing: 0° onto the front, which points right; left is up. */
export function towards(direction_deg: number): [number, number] {
  const a = (direction_deg * Math.PI) / 180;
  return [Math.cos(a), -Math.sin(a)];
}

/** Largest gust the chart shows: one and a half times the limit, or what the worst needs. */
export function reach(gusts: Gust[], limit: number): number {
  const worst = Math.min(...gusts.map((gust) => gust.least));
  return Math.max(limit * 1.45, worst * 1.3);
}

/** The outline through all gusts, cut off at the chart's rim. */
export function outline(gusts: Gust[], most: number, inner: number, rim: number): [number, number][] {
  return gusts.map((gust) => {
    const [x, y] = towards(gust.direction_deg);
    const r = inner + (Math.min(gust.least, most) / most) * (rim - inner);
    return [x * r, y * r];
  });
}
