import { describe, expect, it } from "vitest";
import type { Bench, Schemas } from "../api/client";
import { lettersOf } from "../kit/Shortcuts";
import { differing } from "./differing";

const value = (one: number | string) => ({ value: one, typed: null, text: { metric: String(one), imperial: String(one) }, stops: [], matters: true });
const pen = (shape: string, values: Record<string, number | string>) =>
  ({ shape, values: Object.fromEntries(Object.entries(values).map(([name, one]) => [name, value(one)])) }) as unknown as Bench;
const shapes = [
  { key: "low-pen", label: "low pen", parameters: [{ name: "gear", label: "Runs on", choices: [{ key: "skids", label: "skids", note: "" }] }] },
] as unknown as Schemas["ShapeOut"][];

describe("what differs between pens", () => {
  it("leaves out what is the same and names choices as they are picked", () => {
    const rows = differing([pen("low-pen", { width: 6, gear: "skids" }), pen("low-pen", { width: 6, gear: "wheels" })], shapes, (words) => words.metric);
    expect(rows).toEqual([{ name: "gear", label: "Runs on", values: ["skids", "wheels"] }]);
  });

  it("has a dash where a pen has no such thing", () => {
    const rows = differing([pen("low-pen", { width: 6 }), pen("hoop", { width: 6, rise: 2 })], shapes, (words) => words.metric);
    expect(rows).toEqual([{ name: "rise", label: "rise", values: ["–", "2"] }]);
  });
});

describe("letters of the parts", () => {
  it("are each its own", () => {
    expect(lettersOf([["/flocks", "Flocks"], ["/farm", "Farm"], ["/pens", "Pens"]]).map(([letter]) => letter)).toEqual(["f", "a", "p"]);
  });
});
