import { describe, expect, it } from "vitest";
import { unitOf, withUnit } from "./bare";

describe("a figure without a unit", () => {
  it.each([
    ["12 ft", "ft"],
    ["6 ft 3 9/16 in", "ft"],
    ["2 9/16 in", "in"],
    ["3.658 m", "m"],
    ["762 mm", "mm"],
    ["49.2 mph", "mph"],
    ["22 m/s", "m/s"],
    ["488 m²", "m²"],
    ["5249 sq ft", "sq ft"],
    ["250 kg/ha", "kg/ha"],
    ["152 lb/acre", "lb/acre"],
    ["80 kg", "kg"],
    ["176 lb", "lb"],
    ["49.1 °F", "°F"],
    ["9.5 °C", "°C"],
    ["5°", "°"],
    ["60 %", "%"],
    ["3", null],
    ["", null],
  ])("in a box that shows %s is in %s", (shown, unit) => {
    expect(unitOf(shown)).toBe(unit);
  });

  it.each([
    ["14", "ft", "14 ft"],
    ["-3.5", "°F", "-3.5 °F"],
    ["7,5", "m", "7,5 m"],
    ["22.5", "°", "22.5°"],
    ["2.4m", "ft", "2.4m"],
    ["7-10 1/2", "ft", "7-10 1/2"],
    ["8'", "m", "8'"],
    ["3", null, "3"],
  ])("%s with %s is %s", (typed, unit, read) => {
    expect(withUnit(typed, unit)).toBe(read);
  });
});
