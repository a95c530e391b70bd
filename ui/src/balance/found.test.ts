import { describe, expect, it } from "vitest";
import { words } from "../testing/words";
import { lineThrough, nearest, rests, spanOf, type Axis, type Found } from "./found";

const pen = (key: string, mass: number, gust: number): Found =>
  ({ key, shape: "low-pen", called: key, size: words(""), levels: [], figures: { mass, gust }, said: {}, together: {}, passes: true, wanting: 0, lacks: 0, unreached: 0, borrowed: 0 }) as unknown as Found;
const mass = { figure: "mass", label: "Mass", unit: "kg", little: true } as Axis;
const gust = { figure: "gust", label: "Gust", unit: "ms", little: false } as Axis;

describe("the pencil line", () => {
  const pens = [pen("light", 40, 18), pen("beaten", 60, 17), pen("middle", 60, 22), pen("stout", 90, 30), pen("heavy", 120, 29)];

  it("goes from left to right through those that none beats in both figures", () => {
    expect(lineThrough(pens, mass, gust).map((one) => one.key)).toEqual(["light", "middle", "stout"]);
    expect(lineThrough(pens, gust, mass).map((one) => one.key)).toEqual(["light", "middle", "stout"]);
  });

  it("beats whatever is not on it, however the pens are shuffled", () => {
    for (let turn = 0; turn < 40; turn++) {
      const many = Array.from({ length: 30 }, (_, i) => pen(`p${i}`, ((i * 37 + turn * 11) % 50) + 1, ((i * 53 + turn * 7) % 40) + 1));
      const line = lineThrough(many, mass, gust);
      const at = (one: Found) => [one.figures.mass ?? 0, one.figures.gust ?? 0] as const;
      for (const one of many) {
        const [kg, ms] = at(one);
        expect(line.some((other) => at(other)[0] <= kg && at(other)[1] >= ms)).toBe(true);
      }
    }
  });
});

describe("a limit's tape", () => {
  it("rests at each figure there is and leaves room at both its ends", () => {
    const pens = [pen("a", 40, 1), pen("b", 60, 1), pen("c", 40, 1)];
    expect(rests(pens, "mass")).toEqual([40, 60]);
    expect(nearest([40, 60], 52)).toBe(60);
    const { low, high } = spanOf(pens, "mass");
    expect(low).toBeLessThan(40);
    expect(high).toBeGreaterThan(60);
    expect(spanOf([pen("only", 50, 1)], "mass").high).toBeGreaterThan(50);
  });
});
