import { describe, expect, it } from "vitest";
import { rest, ticks } from "./tape";

describe("a tape", () => {
  it("marks whole feet with their number", () => {
    const marks = ticks(1200, 4876.8, "imperial").filter((tick) => tick.tall);
    expect(marks.map((tick) => tick.label)).toEqual(["4′", "5′", "6′", "7′", "8′", "9′", "10′", "11′", "12′", "13′", "14′", "15′", "16′"]);
  });

  it("keeps every tick on the tape, rising", () => {
    for (const system of ["metric", "imperial"] as const) {
      const marks = ticks(450, 1200, system);
      expect(marks.every((tick) => tick.mm >= 449.9 && tick.mm <= 1200.1)).toBe(true);
      expect(marks.every((tick, i) => i === 0 || tick.mm > (marks[i - 1]?.mm ?? 0))).toBe(true);
    }
  });

  it("catches the hook on a stop nearby, and never leaves the tape", () => {
    expect(rest(3030, 1200, 4876.8, [2438.4, 3048], "imperial")).toBe(3048);
    expect(rest(2700, 1200, 4876.8, [2438.4, 3048], "metric")).toBe(2700);
    expect(rest(9000, 1200, 4876.8, [], "metric")).toBe(4876.8);
    expect(rest(1, 1200, 4876.8, [], "imperial")).toBe(1200);
  });
});
