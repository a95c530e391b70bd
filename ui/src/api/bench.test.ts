import { describe, expect, it } from "vitest";
import { benchOf, type Sent } from "./bench";

describe("a bench as it was sent", () => {
  const drawn = benchOf({
    name: "Bramble",
    views: [{ name: "plan", behind: 0, outlines: [{ ref: "stick-1", kind: "stick", at: [0, 0, 3048, 0, 3048, 38], holes: [[1, 2, 3, 4]] }] }],
    model: { parts: [{ ref: "sheet-1", kind: "sheet", group: "mesh", at: [0, 0, 0, 1, 0, 0, 0, 1.5, 0], triangles: [[0, 1, 2]], edges: [[0, 1]] }], low: [0, 0, 0] },
  } as unknown as Sent);

  it("has a corner for every two figures of an outline and every three of a part", () => {
    expect(drawn.views[0]?.outlines[0]).toEqual({ ref: "stick-1", kind: "stick", role: "", label: "", pattern: null, points: [[0, 0], [3048, 0], [3048, 38]], holes: [[[1, 2], [3, 4]]] });
    expect(drawn.model.parts[0]).toMatchObject({ corners: [[0, 0, 0], [1, 0, 0], [0, 1.5, 0]], triangles: [[0, 1, 2]], edges: [[0, 1]], pattern: null });
  });

  it("is otherwise as it was sent", () => {
    expect(drawn).toMatchObject({ name: "Bramble", model: { low: [0, 0, 0] } });
  });
});
