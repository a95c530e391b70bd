/** Where a way lies on its squared paper: metres east and north to the sheet, and back. */
export interface Spot {
  east_m: number;
  north_m: number;
}

export const FRAME = { wide: 640, tall: 400, margin: 46 };
const LEAST_M = 40;
const SQUARES_M = [5, 10, 20, 50, 100, 200, 500, 1000];
const MOST_SQUARES = 16;

export function frameOf(ends: Spot[]) {
  const all = [{ east_m: 0, north_m: 0 }, ...ends];
  const [west, east] = span(all.map((spot) => spot.east_m));
  const [south, north] = span(all.map((spot) => spot.north_m));
  const scale = Math.min((FRAME.wide - 2 * FRAME.margin) / (east - west), (FRAME.tall - 2 * FRAME.margin) / (north - south));
  const x0 = FRAME.wide / 2 - (scale * (east + west)) / 2;
  const y0 = FRAME.tall / 2 + (scale * (north + south)) / 2;
  const square = SQUARES_M.find((size) => FRAME.wide / (size * scale) <= MOST_SQUARES) ?? 1000;
  const at = (spot: Spot): [number, number] => [x0 + spot.east_m * scale, y0 - spot.north_m * scale];
  const spot = (x: number, y: number): Spot => ({ east_m: half((x - x0) / scale), north_m: half((y0 - y) / scale) });
  const rules = [
    ...lines(x0, square * scale, FRAME.wide).map((x) => `M${x} 0V${FRAME.tall}`),
    ...lines(y0, square * scale, FRAME.tall).map((y) => `M0 ${y}H${FRAME.wide}`),
  ];
  return { at, spot, square, rules };
}

const half = (metres: number) => Math.round(metres * 2) / 2;

/** At least so wide, whatever is drawn. */
function span(values: number[]): [number, number] {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const short = Math.max(0, LEAST_M - (high - low)) / 2;
  return [low - short, high + short];
}

/** Every square's edge across the sheet, through where the way begins. */
function lines(from: number, step: number, to: number): number[] {
  const first = from - Math.floor(from / step) * step;
  return Array.from({ length: Math.floor((to - first) / step) + 1 }, (_, i) => first + i * step);
}
