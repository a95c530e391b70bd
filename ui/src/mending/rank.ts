/** Changes as they are shown: in the order the server gives each its place in, however they came in. */
import type { Mend } from "./useMends";

export const SHOWN = 6;

export function ranked(mends: Mend[]): Mend[] {
  const before = (a: Mend, b: Mend) => a.rank.map((place, i) => place - (b.rank[i] ?? 0)).find((apart) => apart !== 0) ?? 0;
  return [...mends].sort(before).slice(0, SHOWN);
}
