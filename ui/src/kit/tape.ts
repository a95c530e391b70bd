/** Reading and marking a tape: where ticks stand, and where a dragged hook comes to rest. */
import type { System } from "./units";

export interface Tick {
  mm: number;
  label: string | null;
  tall: boolean;
}

const FOOT = 304.8;
const LONG = 1600; // mm; marked in whole feet or half metres
const MIDDLING = 900;
/** What is labelled, and what only ticked, by how long the tape is. */
const STEPS: Record<System, Record<"long" | "middling" | "short", [number, number]>> = {
  imperial: { long: [FOOT, FOOT / 4], middling: [FOOT / 2, FOOT / 12], short: [FOOT / 4, FOOT / 12] },
  metric: { long: [500, 100], middling: [200, 50], short: [100, 20] },
};
const SNAP_SHARE = 0.012; // of the tape's length: nearer than this, the hook catches on a stop

/** Ticks of a tape from low to high, feet and quarters or decimetres and half-decimetres. */
export function ticks(low: number, high: number, system: System): Tick[] {
  const span = high - low;
  const [whole, part] = STEPS[system][span > LONG ? "long" : span > MIDDLING ? "middling" : "short"];
  const marks: Tick[] = [];
  for (let i = Math.ceil(low / part - 1e-6); i * part <= high + 1e-6; i++) {
    const mm = i * part;
    const tall = Math.abs(mm / whole - Math.round(mm / whole)) < 1e-6;
    marks.push({ mm, tall, label: tall ? tapeLabel(mm, system, span) : null });
  }
  return marks;
}

function tapeLabel(mm: number, system: System, span: number): string {
  if (system === "metric") return span > LONG ? (mm / 1000).toFixed(1) : `${Math.round(mm / 10)}`;
  return span > LONG ? `${Math.round(mm / FOOT)}′` : `${Math.round(mm / 25.4)}″`;
}

/** Where the hook comes to rest: on a stop when near one, else on the nearest small step. */
export function rest(mm: number, low: number, high: number, stops: number[], system: System): number {
  const inside = Math.min(high, Math.max(low, mm));
  const near = stops.filter((stop) => stop >= low && stop <= high && Math.abs(stop - inside) < SNAP_SHARE * (high - low));
  const closest = near.sort((a, b) => Math.abs(a - inside) - Math.abs(b - inside))[0];
  if (closest !== undefined) return closest;
  const step = nudge(system);
  return Math.min(high, Math.max(low, Math.round(inside / step) * step));
}

/** One press of an arrow key: half an inch, or a centimetre. */
export function nudge(system: System): number {
  return system === "imperial" ? 12.7 : 10;
}
