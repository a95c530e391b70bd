// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { afterEach, beforeAll, describe, expect, it, vi } from "vitest";
import { DayMoves } from "./DayMoves";
import { nearest } from "./FieldPaper";
import { MonthPage } from "./MonthPage";
import { monthsOf, numberOf, sceneOn, staysOf, type Season, type Visit } from "./season";
import { SeasonMap } from "./SeasonMap";
import { SeasonPull } from "./SeasonPull";
import { UnitsProvider } from "../kit/units";
import { words } from "../testing/words";

beforeAll(() => {
  window.matchMedia = () => ({ matches: false }) as MediaQueryList;
});
afterEach(cleanup);

const box = (u: number, v: number) => [u, v, u + 3, v, u + 3, v + 2, u, v + 2];
const visit = (pen: number, day: string, u: number, more: Partial<Visit> = {}): Visit => ({
  pen, state: "planned", day, at: "07:00", part: 1, parts: 1, left: day, ready: "2026-06-01", corners: box(u, pen === 1 ? 0 : 2.5), wear: 0.5, nitrogen: 60,
  lane: 0, stop: u / 3, forward: true, haul_m: 0, haul: null, minutes: 6, mow: false, passes: [], ...more,
});
const pen = (number: number, name: string) => ({
  pen: number, name, flock_name: "Spring", length_m: 3, width_m: 2, band: null,
  stops: [0, 1, 2, 3].map((at) => ({ lane: 0, number: at, u_m: 3 * at, v_m: number === 1 ? 0 : 2.5, forward: true })), used_up_on: null, fenced: number === 3, net_order: [], notes: [],
});

const season: Season = {
  field: {
    id: 1, revision: 1, can_undo: false, can_redo: false, name: "House lawn", length_m: 12.5, width_m: 4.5, heading_deg: 30, length: words(""), width: words(""), area: words(""),
    outline: [], obstacles: [], gate: null, origin: null, slope_percent: null, falls_deg: null, strip_kg_ha: 250, mean_kg_ha: 170, least_rest: 21, grazers_days: 0, grazers_kg_ha: 0, strip: words("250 kg/ha"), mean: words("170 kg/ha"), grazers: words("0 kg/ha"), team: [],
  },
  heading_deg: 30, start: "2026-04-28", end: "2026-06-03", today: "2026-05-02",
  edge: [[0, 0], [12.5, 0], [12.5, 4.5], [0, 4.5]],
  obstacles: [
    { kind: "tree", form: "point", points: [[2, 4]], off_m: 1 },
    { kind: "hollow", form: "area", points: [[9, 0], [12, 0], [12, 2]], off_m: 0 },
  ],
  gate: [0, 2], wind_from_deg: 225,
  pens: [pen(1, "Bramble"), pen(2, "Coop")],
  visits: [
    visit(1, "2026-05-01", 0, { left: "2026-05-02" }),
    visit(1, "2026-05-02", 3, { parts: 2 }),
    visit(1, "2026-05-02", 6, { part: 2, parts: 2, at: "17:00", left: "2026-05-03" }),
    visit(1, "2026-05-03", 9, { left: "2026-05-04" }),
    visit(2, "2026-05-01", 0, { left: "2026-05-08", passes: ["wear"] }),
  ],
  rounds: [{ day: "2026-05-02", moves: 2, minutes: 14, walk: words("40 m") }],
  weeks: [{ day: "2026-04-28", resting_m2: 0, asked_m2: 0 }, { day: "2026-05-05", resting_m2: 24, asked_m2: 30 }],
  stops_m2: 48, notes: [],
  manure: { nitrogen: words("2 kg"), phosphorus: words("1 kg"), potassium: words("1 kg"), mean: words("40 kg/ha"), limit: words("170 kg/ha"), past: false, worth: 3 },
  before_move: ["Ramp up"],
};
const map = (day: string, more = {}) => <SeasonMap season={season} day={numberOf(day)} pointed={null} ghost={null} way={null} near={null} onPoint={() => {}} {...more} />;

describe("a day of the season", () => {
  const scene = (day: string) => sceneOn(staysOf(season), numberOf(day));

  it("has each pen where it stands, a stop of the same day before it apart", () => {
    expect(scene("2026-05-02").stands.map((stay) => [stay.visit.pen, stay.visit.part])).toEqual([[1, 2], [2, 1]]);
    expect(scene("2026-05-02").earlier.map((stay) => stay.visit.part)).toEqual([1]);
  });

  it("lets what was left green up, and forgets it when it is green", () => {
    const shades = ["2026-05-03", "2026-05-17", "2026-05-31", "2026-06-01"].map((day) => scene(day).resting.findIndex((some) => some.some((stay) => stay.visit.day === "2026-05-01" && stay.visit.pen === 1)));
    expect(shades).toEqual([0, 2, 4, -1]);
  });

  it("names its months", () => {
    expect(monthsOf(season)).toEqual(["2026-04-01", "2026-05-01", "2026-06-01"]);
  });
});

describe("the field from above", () => {
  it("draws every stop once, each pen with its letter, and what stands in the field", () => {
    const { container } = render(map("2026-05-02"));
    expect([...container.querySelectorAll("[data-stops]")].map((one) => one.getAttribute("data-stops"))).toEqual(["4", "4"]);
    expect([...container.querySelectorAll("[data-pen-stands]")].map((one) => one.getAttribute("data-pen-stands"))).toEqual(["A", "B"]);
    expect([...container.querySelectorAll("[data-stands]")].map((one) => one.getAttribute("data-stands"))).toEqual(["tree", "hollow"]);
    expect(screen.getByLabelText("gate")).toBeTruthy();
    expect(screen.getByLabelText("the wind, mostly from 225°")).toBeTruthy();
  });

  it("points north from the heading of the lanes", () => {
    render(map("2026-05-02"));
    expect(screen.getByLabelText("north, the lanes run on 30°").getAttribute("transform")).toContain("rotate(60)");
  });

  it("turns the pen where its lane runs back", () => {
    const turn = (forward: boolean) => {
      const visits = [visit(1, "2026-05-02", 3, { forward, left: "2026-05-03" })];
      const { container } = render(map("2026-05-02", { season: { ...season, visits } }));
      const found = container.querySelector("[data-pen-stands] g")?.getAttribute("transform") ?? "";
      cleanup();
      return found;
    };
    expect(turn(true)).toMatch(/rotate\(-?0\)/);
    expect(turn(false)).toContain("rotate(180)");
  });

  it("is walked over by the arrow keys, a stop at a time", () => {
    const point = vi.fn();
    render(map("2026-05-02", { pointed: { u: 1, v: 1 }, onPoint: point }));
    fireEvent.keyDown(screen.getByRole("application"), { key: "ArrowRight" });
    fireEvent.keyDown(screen.getByRole("application"), { key: "ArrowUp" });
    expect(point.mock.calls).toEqual([[{ u: 4, v: 1 }], [{ u: 1, v: 3 }]]);
  });

  it("puts a new corner into the side it is nearest to", () => {
    const square = [[0, 0], [10, 0], [10, 10], [0, 10]];
    expect([[5, -1], [12, 5], [5, 9], [1, 5]].map((place) => nearest(square, place))).toEqual([1, 2, 3, 4]);
  });
});

describe("the season", () => {
  it("is pulled along by a peg", () => {
    const pull = vi.fn();
    render(<SeasonPull season={season} day={numberOf("2026-05-02")} onDay={pull} />);
    const peg = screen.getByRole("slider", { name: "Day of the season" });
    expect(peg.getAttribute("aria-valuetext")).toContain("2 May");
    fireEvent.change(peg, { target: { value: String(numberOf("2026-05-09")) } });
    expect(pull).toHaveBeenCalledWith(numberOf("2026-05-09"));
  });

  it("is a wall almanac: each day its moves, its minutes, what passes a limit in red", () => {
    const turn = vi.fn();
    render(<MonthPage season={season} day="2026-05-02" onDay={turn} />, { wrapper: UnitsProvider });
    const second = screen.getByRole("button", { pressed: true });
    expect(second.textContent).toContain("14 min");
    expect(second.textContent).toContain("A 1 · 2, 07:00");
    expect(second.textContent).toContain("A 1 · 3, 17:00");
    const first = screen.getAllByRole("button").find((one) => one.textContent.startsWith("1A"));
    expect(first?.querySelector(".text-clay")?.textContent).toBe("B 1 · 1");
    fireEvent.click(screen.getByRole("button", { name: /the month before/ }));
    expect(turn).toHaveBeenCalledWith("2026-04-28");
  });
});

describe("the moves of a day", () => {
  const said = { busy: false, problem: null, done: vi.fn(), passedOver: vi.fn(), notMoved: vi.fn(), takenBack: vi.fn(), putAt: vi.fn(), goThisWay: vi.fn() };
  const moves = (day: string) =>
    render(
      <QueryClientProvider client={new QueryClient()}>
        <UnitsProvider>
          <DayMoves season={season} day={day} said={said} onPlace={() => {}} />
        </UnitsProvider>
      </QueryClientProvider>,
    );

  it("are told with what is done before them, and said to be done one by one", () => {
    moves("2026-05-02");
    expect(screen.getByText(/about 14 minutes in all, 40 m of it walked/)).toBeTruthy();
    expect(screen.getByRole("checkbox", { name: "Ramp up" })).toBeTruthy();
    fireEvent.click(screen.getAllByRole("button", { name: "Done" })[1] as HTMLElement);
    expect(said.done).toHaveBeenCalledWith(1, "2026-05-02", 2);
    fireEvent.click(screen.getByRole("button", { name: "They were" }));
    expect(said.done).toHaveBeenLastCalledWith(null, "2026-05-01", null);
  });

  it("of days to come cannot be done yet", () => {
    moves("2026-05-03");
    expect(screen.queryByRole("button", { name: "Done" })).toBeNull();
    expect(screen.getByRole("button", { name: "Too wet there" })).toBeTruthy();
  });
});
