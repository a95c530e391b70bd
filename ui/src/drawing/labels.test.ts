import { describe, expect, it } from "vitest";
import { placeOne, type View } from "./frame";
import { labelsOf } from "./labels";

type Outline = View["outlines"][number];

function stick(ref: string, label: string, x: number, y: number, wide: number, tall: number): Outline {
  return { holes: [], ref, label, kind: "stick", pattern: null, role: "", points: [[x, y], [x + wide, y], [x + wide, y + tall], [x, y + tall]] };
}

function shown(outlines: Outline[]) {
  const view: View = { name: "plan", outlines, behind: 0, dimensions: [], low: [0, 0], high: [3000, 2000] };
  return { placed: placeOne(view, false, 600, 400), labels: labelsOf(placeOne(view, false, 600, 400)) };
}

describe("labels on the drawing", () => {
  it("stand on their own stick, along it", () => {
    const outlines = [stick("a", "B1", 0, 0, 3000, 64), stick("b", "C1", 1000, 100, 38, 1800)];
    const { placed, labels } = shown(outlines);
    expect(labels.map((label) => [label.text, label.upright])).toEqual([
      ["C1", true],
      ["B1", false],
    ]);
    for (const label of labels) {
      const outline = outlines.find((one) => one.ref === label.ref);
      const points = (outline?.points ?? []).map((point) => placed.at(point as [number, number]));
      expect(label.x).toBeGreaterThanOrEqual(Math.min(...points.map((p) => p[0])));
      expect(label.x).toBeLessThanOrEqual(Math.max(...points.map((p) => p[0])));
      expect(label.y).toBeGreaterThanOrEqual(Math.min(...points.map((p) => p[1])));
      expect(label.y).toBeLessThanOrEqual(Math.max(...points.map((p) => p[1])));
    }
  });

  it("never lie on each other; the nearer stick has the say", () => {
    const { labels } = shown([stick("under", "B1", 0, 0, 3000, 64), stick("over", "T1", 0, 0, 3000, 64)]);
    expect(labels.map((label) => label.text)).toEqual(["T1"]);
    const many = shown(Array.from({ length: 40 }, (_, i) => stick(`s${i}`, `C${i}`, i * 70, 0, 38, 2000))).labels;
    many.forEach((one, i) =>
      many.slice(i + 1).forEach((other) => expect(Math.hypot(one.x - other.x, one.y - other.y)).toBeGreaterThanOrEqual(20)),
    );
  });

  it("are left off what is no stick, and off sticks too small to bear one", () => {
    const sheet: Outline = { ...stick("roof", "steel", 0, 0, 2000, 2000), kind: "sheet" };
    expect(shown([sheet, stick("bit", "A1", 0, 0, 60, 60)]).labels).toEqual([]);
  });
});
