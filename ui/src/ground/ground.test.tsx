// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { MovePlan } from "../api/client";
import { Almanac } from "./Almanac";
import { FieldMap } from "./FieldMap";
import { nearest } from "./FieldPaper";
import { UnitsProvider } from "../kit/units";
import { words } from "../testing/words";

afterEach(cleanup);
const stop = (lane: number, number: number) => ({ lane, number, u_m: (lane % 2 ? 3 - number : number) * 3, v_m: lane * 2, forward: lane % 2 === 0, haul_m: 0 });
const stops = [0, 1].flatMap((lane) => [0, 1, 2, 3].map((number) => stop(lane, number)));
const days = ["2026-05-01", "2026-05-02", "2026-05-02", "2026-05-03"];

const plan: MovePlan = {
  pen_name: "Bramble",
  flock_name: "Spring",
  field: {
    id: 1, revision: 1, can_undo: false, can_redo: false, name: "House lawn", length_m: 12.5, width_m: 4.5, heading_deg: 30, length: words(""), width: words(""), area: words(""),
    outline: [], obstacles: [], gate: null, origin: null,
  },
  heading_deg: 30,
  edge: [[0, 0], [12.5, 0], [12.5, 4.5], [0, 4.5]],
  obstacles: [
    { kind: "tree", form: "point", points: [[2, 4]], off_m: 1 },
    { kind: "hollow", form: "area", points: [[9, 0], [12, 0], [12, 2]], off_m: 0 },
  ],
  gate: [0, 2],
  pen_length_m: 3,
  pen_width_m: 2,
  stops,
  moves: days.map((day, i) => ({
    day,
    at: "07:00:00",
    part: day === "2026-05-02" ? i : 1,
    parts: day === "2026-05-02" ? 2 : 1,
    stop: stops[i] ?? stop(0, 0),
    age: 30 + i,
    left: day,
    wear: words("0.5"),
    cover: words("0.3"),
    nitrogen: words("61 kg/ha"),
    nitrogen_year: words("61 kg/ha"),
    ruled_by: "droppings",
    passes: i === 3 ? ["wear"] : [],
    ready: "2026-06-01",
    today: i === 0,
  })),
  days: [...new Set(days)].map((day) => ({ day, age: 30, moves: 1, stay_days: 0.83, ruled_by: "droppings", working: [] })),
  notes: [],
  out: "2026-04-22",
  leaves: "2026-05-20",
  today: "2026-05-01",
};

describe("the field from above", () => {
  it("draws every stop, dates those used, a second move of a day by letter", () => {
    const { container } = render(<FieldMap plan={plan} day="2026-05-02" onPick={() => {}} />);
    expect(container.querySelectorAll("rect[stroke-dasharray='3 4']").length).toBe(4);
    expect(["1", "2a", "2b", "3"].every((mark) => screen.getByText(mark))).toBe(true);
    expect(container.querySelectorAll("rect[fill='var(--color-tape)']").length).toBe(2);
    expect(container.querySelectorAll("[data-pen-stands]").length).toBe(1);
  });

  it("keeps lane 1 at the bottom and turns the pen where the lane turns", () => {
    const forward = render(<FieldMap plan={plan} day="2026-05-01" onPick={() => {}} />);
    expect(forward.container.querySelector("[data-pen-stands]")?.getAttribute("transform")).toContain("scale(1 1)");
    cleanup();
    const last = plan.moves[3];
    const turned = { ...plan, moves: last ? [{ ...last, stop: stop(1, 0) }] : [] };
    const back = render(<FieldMap plan={turned} day="2026-05-03" onPick={() => {}} />);
    expect(back.container.querySelector("[data-pen-stands]")?.getAttribute("transform")).toContain("scale(-1 1)");
  });

  it("points north from the heading of the lanes", () => {
    render(<FieldMap plan={plan} day="2026-05-01" onPick={() => {}} />);
    expect(screen.getByLabelText("north, the lanes run on 30°").getAttribute("transform")).toContain("rotate(60)");
  });

  it("draws what stands in it, and the gate", () => {
    const { container } = render(<FieldMap plan={plan} day="2026-05-01" onPick={() => {}} />);
    expect([...container.querySelectorAll("[data-stands]")].map((one) => one.getAttribute("data-stands"))).toEqual(["tree", "hollow"]);
    expect(screen.getByLabelText("gate")).toBeTruthy();
  });

  it("puts a new corner into the side it is nearest to", () => {
    const square = [[0, 0], [10, 0], [10, 10], [0, 10]];
    expect([[5, -1], [12, 5], [5, 9], [1, 5]].map((place) => nearest(square, place))).toEqual([1, 2, 3, 4]);
  });

  it("hands over the day of a stop that is clicked, and nothing for one unused", () => {
    const pick = vi.fn();
    render(<FieldMap plan={plan} day="2026-05-01" onPick={pick} />);
    fireEvent.click(screen.getByText("3"));
    expect(pick).toHaveBeenCalledWith("2026-05-03");
  });
});

describe("the almanac", () => {
  it("writes a day once however many its moves, and marks today", () => {
    render(<Almanac plan={plan} day="2026-05-01" onPick={() => {}} />, { wrapper: UnitsProvider });
    expect(screen.getAllByRole("row").length).toBe(1 + plan.moves.length);
    expect(screen.getAllByText(/2 May/).length).toBe(1);
    expect(screen.getByText("· today").closest("tr")?.textContent).toContain("1 May");
    expect(screen.getAllByText("61 kg/ha").length).toBe(8);
  });

  it("marks the limit a stay passes", () => {
    render(<Almanac plan={plan} day="2026-05-01" onPick={() => {}} />, { wrapper: UnitsProvider });
    expect(screen.getAllByText("0.5").map((cell) => cell.className.includes("clay"))).toEqual([false, false, false, true]);
  });

  it("opens the working of a day", () => {
    render(<Almanac plan={plan} day="2026-05-01" onPick={() => {}} />, { wrapper: UnitsProvider });
    fireEvent.click(screen.getAllByRole("button", { name: "working" })[1] as HTMLElement);
    expect(screen.getByRole("dialog").textContent).toContain("A stop lasts 0.83 days: droppings rule.");
    expect(screen.getByRole("dialog").textContent).toContain("2 May");
  });
});
