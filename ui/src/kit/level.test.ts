import { describe, expect, it } from "vitest";
import { MARKS, bubbleAt } from "./level";

describe("the bubble", () => {
  it("moves right as the ratio grows and stays in the glass", () => {
    let before = 0;
    for (let ratio = 0; ratio < 6; ratio += 0.01) {
      const at = bubbleAt(ratio);
      expect(at).toBeGreaterThanOrEqual(before);
      expect(at).toBeLessThan(1);
      before = at;
    }
  });

  it("is left of the first mark exactly when the ratio is under 1", () => {
    for (const ratio of [0.01, 0.5, 0.99, 0.9999]) expect(bubbleAt(ratio)).toBeLessThan(MARKS[0]);
    for (const ratio of [1, 1.2, 1.49]) {
      expect(bubbleAt(ratio)).toBeGreaterThan(MARKS[0]);
      expect(bubbleAt(ratio)).toBeLessThan(MARKS[1]);
    }
    for (const ratio of [1.5, 3, 100]) expect(bubbleAt(ratio)).toBeGreaterThan(MARKS[1]);
  });

  it("takes nonsense for the worst", () => expect(bubbleAt(Number.NaN)).toBeLessThan(0.1));
});
