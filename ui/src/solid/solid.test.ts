import { describe, expect, it } from "vitest";
import type { Bench } from "../api/client";
import { apart, type Step } from "./apart";
import { buffers } from "./buffers";
import { dimensionsSeen, placeWords } from "./dims";
import { EYES, LOOKS, seenSize } from "./look";
import { paint, type Part } from "./paint";

const square = (ref: string, over: Partial<Part> = {}): Part => ({
  ref,
  label: "",
  kind: "sheet",
  group: "roof",
  material: "pvc",
  pattern: "ridged",
  kg: 2,
  opening_mm: 0,
  normal: [0, 0, 1],
  corners: [[0, 0, 0], [1000, 0, 0], [1000, 2000, 0], [0, 2000, 0]],
  triangles: [[0, 1, 2], [0, 2, 3]],
  edges: [[0, 1], [1, 2], [2, 3], [3, 0]],
  ...over,
});
const still = (): [number, number, number] => [0, 0, 0];

describe("buffers of parts", () => {
  it("lights a part by its own name, and all of a label together", () => {
    const parts = [square("a", { label: "R1" }), square("b", { label: "R1" }), square("c", { label: "U2" })];
    const lit = (name: string) => {
      const plain = buffers(parts, "made of", null, still).colours;
      const made = buffers(parts, "made of", name, still).colours;
      return [0, 1, 2].map((i) => made[i * 18] !== plain[i * 18] || made[i * 18 + 2] !== plain[i * 18 + 2]);
    };
    expect(lit("b")).toEqual([false, true, false]);
    expect(lit("R1")).toEqual([true, true, false]);
    expect(lit("")).toEqual([false, false, false]);
  });

  it("are in metres, and each triangle knows whose it is", () => {
    const made = buffers([square("a"), square("b")], "made of", null, still);
    expect(made.owners).toEqual(["a", "a", "b", "b"]);
    expect(Math.max(...made.positions)).toBe(2);
    expect(made.positions.length).toBe(4 * 9);
    expect(made.edges.length).toBe(8 * 6);
  });

  it("leave out what has no place yet and shift what has another", () => {
    const made = buffers([square("a"), square("b")], "made of", null, (ref) => (ref === "a" ? null : [0, 0, 500]));
    expect(made.owners).toEqual(["b", "b"]);
    expect(made.positions[2]).toBeCloseTo(0.5);
  });

  it("light the part that is pointed at in the colour of the tape", () => {
    const [plain, lit] = [null, "a"].map((one) => buffers([square("a")], "weight", one, still).colours);
    expect([...(plain ?? [])].slice(0, 3)).not.toEqual([...(lit ?? [])].slice(0, 3));
  });
});

describe("shades", () => {
  it("tell heavy from light and wide gaps from narrow", () => {
    const red = (kg: number) => paint(square("a", { kg }), "weight")[1];
    expect(red(8)).toBeLessThan(red(1));
    const gaps = [60, 30, 15, 10].map((opening_mm) => paint(square("a", { kind: "mesh", opening_mm }), "gaps").join());
    expect(new Set(gaps).size).toBe(4);
  });
});

const steps: Step[] = [
  { title: "rail", labels: [], from_where: "", parts: [{ ref: "rail", way: [0, 0, -1] }] },
  { title: "wall", labels: [], from_where: "", parts: [{ ref: "wall", way: [0, 1, 0] }] },
  { title: "roof", labels: [], from_where: "", parts: [{ ref: "roof", way: [0, 0, -1] }] },
];

describe("a pen taken apart", () => {
  it("stands whole when all is built", () => {
    const at = apart(steps, 3);
    expect([at("rail"), at("roof"), at("hinge")]).toEqual([[0, 0, 0], [0, 0, 0], [0, 0, 0]]);
  });

  it("hangs what comes next back along its way in, later things further", () => {
    const at = apart(steps, 1);
    expect(at("rail")?.map(Math.abs)).toEqual([0, 0, 0]);
    expect(at("wall")?.[1]).toBeLessThan(0);
    expect(at("roof")?.[2]).toBeGreaterThan(-(at("wall")?.[1] ?? 0));
    expect(at("hinge")).toBeNull();
  });
});

const box = (x: number, y: number, z: number) => [0, x].flatMap((a) => [0, y].flatMap((b) => [0, z].map((c): [number, number, number] => [a, b, c])));

describe("the eye", () => {
  it.each(LOOKS)("sees a cube from the %s no smaller than its side", (look) => {
    const { wide, tall } = seenSize(box(100, 100, 100), EYES[look]);
    expect(Math.min(wide, tall)).toBeGreaterThanOrEqual(99.9);
    expect(Math.max(wide, tall)).toBeLessThanOrEqual(100 * Math.sqrt(3) + 0.1);
  });

  it("sees length and height from the side", () => {
    const { wide, tall, middle } = seenSize(box(300, 200, 100), EYES.side);
    expect([wide, tall]).toEqual([300, 100]);
    expect([middle[0], middle[2]]).toEqual([150, 50]);
  });
});

const dim = (a: number[], b: number[], away: number, parameter: string) => ({ a, b, away, parameter, text: { metric: "", imperial: "" } });
const bench = {
  model: { pulls: [], low: [0, -500, 0], high: [3000, 500, 800] },
  views: [
    { name: "plan", dimensions: [dim([0, -500], [3000, -500], -300, "length"), dim([3000, -500], [3000, 500], 260, "width"), dim([0, 500], [1800, 500], 260, "roofed")] },
    { name: "side", dimensions: [dim([3000, 0], [3000, 800], 200, "height"), dim([0, 0], [3000, 0], -190, "")] },
    { name: "end", dimensions: [dim([-500, 0], [500, 0], -190, "width")] },
  ],
} as unknown as Bench;

describe("dimensions in the round", () => {
  it("show length, width and height from a corner, the length on the side the eye stands", () => {
    const seen = dimensionsSeen(bench, [0.6, -0.6, 0.5]);
    expect(seen.map((one) => one.dim.parameter)).toEqual(["length", "width", "height"]);
    expect(seen[0]?.line[0][1]).toBeLessThan(0);
    expect(dimensionsSeen(bench, [0.6, 0.6, 0.5])[0]?.line[0][1]).toBeGreaterThan(0);
    expect(dimensionsSeen(bench, [-0.6, -0.6, 0.5])[1]?.line[0][0]).toBeLessThan(0);
  });

  it("show only a flat view's own when the eye looks straight at it", () => {
    expect(dimensionsSeen(bench, [0, 0, 1]).map((one) => one.key)).toEqual(["plan-0", "plan-1", "plan-2"]);
    expect(dimensionsSeen(bench, [0, -1, 0]).map((one) => one.key)).toEqual(["side-0", "side-1"]);
    expect(dimensionsSeen(bench, [1, 0, 0]).map((one) => one.key)).toEqual(["end-0"]);
  });

  it("keep their words clear of each other, or go without", () => {
    const first = { x: 100, y: 0, half: 30 };
    expect(placeWords([0, 0], [200, 0], 30, [])).toEqual(first);
    const second = placeWords([0, 0], [200, 0], 30, [first]);
    expect(Math.abs((second?.x ?? 0) - 100)).toBeGreaterThan(64 - 0.1 - 32);
    expect(second).not.toEqual(first);
    expect(placeWords([90, 0], [110, 0], 60, [first])).toBeNull();
  });
});
