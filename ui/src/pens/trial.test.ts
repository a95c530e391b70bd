import { describe, expect, it } from "vitest";
import type { Bench } from "../api/client";
import { tried, type Trial } from "./trial";

const kept = {
  name: "Bramble",
  values: {
    length: { value: 3000, typed: null, text: { metric: "3.000 m", imperial: "9 ft 10 1/8 in" }, stops: [2438.4], matters: true },
    roof: { value: "tin", typed: null, text: { metric: "tin", imperial: "tin" }, stops: [], matters: true },
  },
  views: [{ name: "plan", outlines: [{ ref: "stick-1" }], behind: 1, dimensions: [] }],
  model: { parts: [] },
  findings: [{ what: "wind", title: "Wind" }],
} as unknown as Bench;

const words = { verdict: "good", word: "right", ratio: 1.2, least: 1.4, least_at: 0.8, cost: null, figure: "39 mph", sentence: "it stands", limit: "40 mph", band: null, band_words: null };
const box = { kind: "stick", group: "frame", label: "B1", material: "spf", at: [0, 0, 0, 0, 38, 0, 0, 38, 64, 0, 0, 64, 3048, 0, 0, 3048, 38, 0, 3048, 38, 64, 3048, 0, 64] };
const trial = {
  values: { length: { value: 3048, typed: "10 ft", text: "10 ft" } },
  matters: ["length"],
  views: [{ name: "plan", outlines: [], behind: 0, dimensions: [{ parameter: "length", text: "10 ft" }] }],
  model: { parts: [{ ref: "stick-1", box: "right", ...box }, { ref: "stick-2", box: "left", ...box }, { ref: "sheet-1", kind: "sheet", group: "covering", at: [0, 0, 0, 1, 0, 0, 0, 1.5, 0], triangles: [[0, 1, 2]], edges: [[0, 1]] }] },
  findings: [{ what: "wind", ...words }],
  gusts: [],
  notes: ["a note"],
  strains: {},
} as unknown as Trial;

/** Of what triangles enclose that look outwards, mm³; below 0 where they look inwards. */
const volume = (part: Bench["model"]["parts"][number] | undefined) =>
  (part?.triangles ?? []).reduce((sum, three) => {
    const [[a, b, c], [d, e, f], [g, h, i]] = three.map((at) => part?.corners[at] ?? [0, 0, 0]) as [number[], number[], number[]] as [[number, number, number], [number, number, number], [number, number, number]];
    return sum + (a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g)) / 6;
  }, 0);

describe("a trial", () => {
  const bench = tried(kept, trial);

  it("changes what it tells of and leaves the rest as it is kept", () => {
    expect(bench.values["length"]).toEqual({ value: 3048, typed: "10 ft", text: { metric: "10 ft", imperial: "10 ft" }, stops: [2438.4], matters: true });
    expect(bench.values["roof"]).toMatchObject({ value: "tin", matters: false });
    expect(bench.name).toBe("Bramble");
    expect(bench.views).toEqual([{ ...kept.views[0], dimensions: [{ parameter: "length", text: { metric: "10 ft", imperial: "10 ft" } }] }]);
    expect(bench.notes).toEqual([{ metric: "a note", imperial: "a note" }]);
  });

  it("keeps what a verdict is called and changes how it stands", () => {
    expect(bench.findings[0]).toMatchObject({ title: "Wind", word: "right", figure: { metric: "39 mph", imperial: "39 mph" } });
  });

  it("draws boxes by their corners alone, each face looking out of it", () => {
    const [right, left, sheet] = bench.model.parts;
    expect([right?.triangles.length, right?.edges.length, right?.corners[4]]).toEqual([12, 12, [3048, 0, 0]]);
    expect([volume(right), volume(left)]).toEqual([38 * 64 * 3048, -38 * 64 * 3048]);
    expect(sheet).toMatchObject({ corners: [[0, 0, 0], [1, 0, 0], [0, 1.5, 0]], triangles: [[0, 1, 2]], pattern: null });
  });
});
