import { describe, expect, it } from "vitest";
import { boxOf, path, placeOne, placePath, placeSheet, type Box, type Placed, type View } from "./frame";

function view(name: View["name"], width: number, height: number): View {
  const words = { metric: "1 m", imperial: "3 ft" };
  return {
    name,
    outlines: [],
    behind: 0,
    low: [0, 0],
    high: [width, height],
    dimensions: [
      { a: [0, 0], b: [width, 0], away: -200, text: words, parameter: "length" },
      { a: [width, 0], b: [width, height], away: 300, text: words, parameter: "height" },
    ],
  };
}

function corners(placed: Placed): [number, number][] {
  const box: Box = placed.box;
  return [placed.at([box.left, box.bottom]), placed.at([box.right, box.top])];
}

describe("placing views", () => {
  const sizes = [
    [3660, 1830, 610],
    [1200, 900, 450],
    [4877, 3658, 1200],
  ] as const;

  it.each(sizes)("keeps everything of a %d × %d × %d pen on the sheet, at one scale", (long, wide, tall) => {
    const sheet = placeSheet(view("plan", long, wide), view("side", long, tall), view("end", wide, tall), 880, 470);
    for (const placed of [sheet.plan, sheet.side, sheet.end]) {
      expect(placed.scale).toBe(sheet.plan.scale);
      for (const [x, y] of corners(placed)) {
        expect(x).toBeGreaterThanOrEqual(-0.01);
        expect(x).toBeLessThanOrEqual(880.01);
        expect(y).toBeGreaterThanOrEqual(-0.01);
        expect(y).toBeLessThanOrEqual(470.01);
      }
    }
  });

  it("lines plan and side up along the pen, and side and end on one ground", () => {
    const sheet = placeSheet(view("plan", 3000, 2000), view("side", 3000, 600), view("end", 2000, 600), 880, 470);
    expect(sheet.plan.at([1500, 0])[0]).toBeCloseTo(sheet.side.at([1500, 0])[0]);
    expect(sheet.side.at([0, 0])[1]).toBeCloseTo(sheet.end.at([0, 0])[1]);
  });

  it("leaves room for dimensions and a person", () => {
    const alone = boxOf(view("side", 3000, 600), false);
    expect(alone.bottom).toBeLessThan(-200);
    expect(boxOf(view("side", 3000, 600), true).top).toBeGreaterThan(1700);
    const placed = placeOne(view("side", 3000, 600), true, 880, 470);
    expect(placed.at([0, 0])[1]).toBeLessThan(470);
  });

  it("places a path sent in mm as it places its points", () => {
    const placed = placeOne(view("plan", 3000, 2000), false, 880, 470);
    expect(placePath("M-20 0L3000 1500L0 7Z", placed.at)).toBe(path([[-20, 0], [3000, 1500], [0, 7]], placed.at));
  });
});
