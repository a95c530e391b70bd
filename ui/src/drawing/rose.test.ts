import { describe, expect, it } from "vitest";
import { outline, reach, towards } from "./rose";

const even = Array.from({ length: 24 }, (_, i) => ({ direction_deg: i * 15, least: 20 }));

describe("the wind chart", () => {
  it("points the front right and the left side up", () => {
    expect(towards(0)[0]).toBeCloseTo(1);
    expect(towards(90)[1]).toBeCloseTo(-1);
  });

  it("draws equal gusts as a ring, larger gusts further out", () => {
    const radii = outline(even, 33, 40, 100).map(([x, y]) => Math.hypot(x, y));
    expect(Math.max(...radii) - Math.min(...radii)).toBeLessThan(1e-9);
    const higher = outline([{ direction_deg: 0, least: 30 }], 33, 40, 100);
    expect(higher[0]?.[0]).toBeGreaterThan(radii[0] ?? 0);
  });

  it("never draws past the rim, and always shows the limit inside it", () => {
    const wild = [{ direction_deg: 10, least: 500 }];
    expect(Math.hypot(...(outline(wild, 33, 40, 100)[0] ?? [0, 0]))).toBeCloseTo(100);
    expect(reach(even, 22)).toBeGreaterThan(22);
    expect(reach([{ direction_deg: 0, least: 90 }], 22)).toBeGreaterThan(90);
  });
});
