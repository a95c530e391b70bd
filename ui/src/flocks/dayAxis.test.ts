import { describe, expect, it } from "vitest";
import { dayMarks } from "./dayAxis";

describe("days under a chart", () => {
  it.each([
    [21, 49, 700],
    [120, 500, 610],
    [42, 780, 610],
    [21, 22, 700],
    [1, 800, 300],
  ])("from %i to %i on %i px stand apart, in order, the last among them", (first, last, width) => {
    const marks = dayMarks(first, last, width);
    const perDay = width / (last - first);
    expect(marks.at(-1)).toBe(last);
    for (let i = 1; i < marks.length; i++) expect(((marks[i] ?? 0) - (marks[i - 1] ?? 0)) * perDay).toBeGreaterThanOrEqual(48 - 1e-9);
    expect(marks.length).toBeLessThanOrEqual(width / 48 + 1);
  });
});
