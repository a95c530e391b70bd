import { describe, expect, it } from "vitest";
import { MARKS, TO_SPARE, bubbleAt } from "./level";

const LEASTS = [0.3, 0.5, 0.8, 0.999, 1];

describe("the bubble", () => {
  it.each(LEASTS)("moves right as the ratio grows and stays in the glass, the least at %d", (leastAt) => {
    let before = 0;
    for (let ratio = 0; ratio < 20; ratio += 0.01) {
      const at = bubbleAt(ratio, leastAt);
      expect(at).toBeGreaterThanOrEqual(before);
      expect(at).toBeLessThan(1);
      before = at;
    }
  });

  it.each(LEASTS)("is left of the first mark under the least, right of the second when good; the least at %d", (leastAt) => {
    for (const share of [0.01, 0.5, 0.9999]) expect(bubbleAt(share * leastAt, leastAt)).toBeLessThan(MARKS[0]);
    for (const ratio of [1, 1.2, 1.49]) {
      expect(bubbleAt(ratio, leastAt)).toBeGreaterThan(MARKS[1]);
      expect(bubbleAt(ratio, leastAt)).toBeLessThan(TO_SPARE);
    }
    for (const ratio of [1.5, 3, 100]) expect(bubbleAt(ratio, leastAt)).toBeGreaterThanOrEqual(TO_SPARE);
  });

  it.each([0.3, 0.5, 0.8])("is between the marks from the least, at %d, to good", (leastAt) => {
    for (const share of [0, 0.3, 0.999]) {
      const at = bubbleAt(leastAt + share * (1 - leastAt), leastAt);
      expect(at).toBeGreaterThan(MARKS[0]);
      expect(at).toBeLessThan(MARKS[1]);
    }
  });

  it("takes nonsense for the worst", () => expect(bubbleAt(Number.NaN, 0.5)).toBeLessThan(0.1));
});
