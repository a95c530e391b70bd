/** The order in which changes are shown: those that mend it without spoiling another first, then the cheapest. */
import type { Mend } from "./useMends";

export const SHOWN = 6;

export function ranked(mends: Mend[], what: string): Mend[] {
  const key = (one: Mend) => [one.spoils.length, one.mends.includes(what) ? 0 : 1];
  return [...mends]
    .sort((a, b) => {
      const [spoilsA = 0, misfitA = 0] = key(a);
      const [spoilsB = 0, misfitB = 0] = key(b);
      if (misfitA !== misfitB) return misfitA - misfitB;
      if (spoilsA !== spoilsB) return spoilsA - spoilsB;
      return misfitA ? b.ratio - a.ratio : a.more_cost - b.more_cost;
    })
    .slice(0, SHOWN);
}
