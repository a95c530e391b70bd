// @vitest-environment jsdom
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { ReactNode } from "react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { api, type Bill, type Schemas } from "../api/client";
import { UnitsProvider } from "../kit/units";
import { Bends } from "./Bends";
import { Laps } from "./Laps";
import { Boards } from "./Boards";
import { Doors } from "./Doors";
import { Pipes } from "./Pipes";
import { Welds } from "./Welds";
import { Offsets } from "./Offsets";
import { Reckoning } from "./Reckoning";
import { Pieces } from "./Pieces";
import { Shopping } from "./Shopping";
import { Covers } from "./Covers";
import { Money } from "./Money";
import { Plates } from "./Plates";
import { Sawing } from "./Sawing";
import { words } from "../testing/words";

afterEach(cleanup);

const bar = (times: number, offcut_mm: number): Schemas["BarOut"] => ({
  stock_mm: 2438,
  stock: words("8 ft"),
  times,
  thing: 0,
  from_what: null,
  ripped: false,
  lost: null,
  cuts: [
    { label: "B2", length_mm: 1124, text: words("3 ft 8 1/4 in"), mark: words("1.127 m"), lap_mm: 0 },
    { label: "U1", length_mm: 524, text: words("1 ft 8 5/8 in"), mark: words("1.654 m"), lap_mm: 0 },
    { label: "A1", length_mm: 90, text: words("3 1/2 in"), mark: words("1.747 m"), lap_mm: 0 },
  ],
  offcut_mm,
  offcut: words("some"),
});

const plan: Schemas["PlanOut"] = {
  section: "2×3",
  species: "spruce",
  section_key: "2x3",
  species_key: "spf",
  bars: [bar(2, 691), bar(1, 0)],
  boards: 3,
  cost: "24.20",
  bound: "24.20",
  linear_bound: "24.00",
  gap: "0.00",
  proven: true,
  kerf: words("3 mm"),
  trim: words("5 mm"),
};

const bill: Bill = {
  pen_id: 1,
  pen_name: "Bramble",
  currency: "€",
  covers: [{ label: "Q1", what: "hex 25 mm", parts: ["side"], long: words("3 m"), wide: words("600 mm"), count: 2 }],
  plates: [
    {
      what: "plywood 12 mm",
      sheets: [{ long_mm: 2440, wide_mm: 1220, long: words("2.44 m"), wide: words("1.22 m"), thing: 0, across: true, used: 0.5, laid: [{ label: "Q2", x: 0, y: 0, long_mm: 1200, wide_mm: 600, long: words("1.2 m"), wide: words("600 mm"), grained: true }] }],
      cost: "38.00", bound: "38.00", gap: "0.00", proven: true, kerf: words("3 mm"),
    },
  ],
  rolls: [{ what: "hex 25 mm", wide: words("610 mm"), bars: [bar(1, 200)], metres: words("9 m"), proven: true }],
  taken: [{ thing: 4, count: 2, pen: null, said: words("2×3 spruce, 8 ft"), worth: "3.00" }],
  worth: "3.00",
  all_bought: "80.00",
  by_first_fit: "4.10",
  money: { by_aisle: [], a_bird: "2.21", a_year: "8.40", wears: [{ what: "stain", years: 3, cost: "22.00" }] },
  shops: [{ name: "The yard", dated: "2026-11-02", each: ["5.50", null, "28.00"], has: 2, total: "39.00" }],
  settings: [{ angle_deg: 0, ends: [{ label: "B2", count: 4 }] }, { angle_deg: 45, ends: [{ label: "K1", count: 8 }] }],
  guide: words("120 mm"),
  jigs: [{ label: "K1", count: 8, angled: true }],
  plans: [plan],
  total: "66.20",
  bent: [
    { label: "M1", count: 5, tube: "conduit 23 mm", length: words("2.743 m"), radius: words("200 mm"), bends: [{ mark: words("1.188 m"), start: words("1.214 m"), turn_deg: 90 }] },
  ],
  doors: [
    { what: "person door", side: "front", wide: words("650 mm"), high: words("1.750 m"), leaf_wide: words("714 mm"), leaf_high: words("1.814 m"), foot: words("32 mm"), made_of: "welded mesh", closed_by: "person door with barrel bolt × 2" },
  ],
  lapped: [
    {
      label: "B1",
      role: "base side rail",
      count: 2,
      length: words("3.048 m"),
      notches: [{ start: words("0 mm"), end: words("38 mm"), deep: words("32 mm"), upper: false }],
      outline: [[0, 32], [38, 32], [38, 0], [3048, 0], [3048, 64], [0, 64]],
    },
  ],
  welds: {
    outlines: [[[0, -20], [3000, -20], [3000, 20], [0, 20]]],
    body: [{ joins: ["T1", "U1"], count: 12, bead: { metric: "204 mm", imperial: "8 in" } }],
    welds: [
      { number: 1, joins: ["B1", "B2"], along: words("20 mm"), across: words("20 mm"), bead: words("233 mm"), seat: false, at: [20, -730], number_at: [-70, -820] },
      { number: 2, joins: ["B1", "U1"], along: words("32 mm"), across: words("1.48 m"), bead: words("0 mm"), seat: true, at: [32, 730], number_at: [122, 640] },
    ],
    bead: words("233 mm"),
    fillet: words("3 mm"),
  },
  pipes: {
    pipes: [{ label: "B1", role: "base pipe", count: 6, cut: words("754 mm"), apart: words("789 mm") }],
    fittings: [{ label: "tee for 1 in pipe", count: 6, socket: words("22 mm"), stop: words("18 mm") }],
    glued: 56,
    pinned: 6,
  },
  offsets: [{ out: { metric: "0 mm", imperial: "0 in" }, up: { metric: "1.919 m", imperial: "6 ft 3 9/16 in" } }],
  pieces: [
    { label: "B2", role: "base cross rail", why: "closes the end", section: "2×3", species: "spruce", count: 2, length_mm: 1124, length: words("3 ft 8 1/4 in"), short: words(""), angles_deg: [0, 0], refs: ["a", "b"] },
    { label: "K1", role: "knee brace", why: "racking", section: "2×3", species: "spruce", count: 4, length_mm: 424, length: words("1 ft 4 11/16 in"), short: words(""), angles_deg: [45, 45], refs: ["c"] },
  ],
  aisles: ["timber", "sheet and roofing", "mesh", "gear", "feed and water", "hardware", "fixings"],
  lines: [
    { what: "fence staple", aisle: "fixings", used: words("410"), left: null, packs: 2, pack: words("pack of 400"), each: "6.00", cost: "12.00" },
    { what: "2×3 spruce", aisle: "timber", used: words("6.2 m"), left: null, packs: 3, pack: words("board 8 ft"), each: "8.07", cost: "24.20" },
    { what: "hex mesh", aisle: "mesh", used: words("9 m"), left: null, packs: 1, pack: words("roll"), each: "30.00", cost: "30.00" },
  ],
};

describe("while the cheapest plan is looked for", () => {
  afterEach(() => vi.useRealTimers());

  it("counts the seconds", () => {
    vi.useFakeTimers();
    render(<Reckoning />);
    act(() => vi.advanceTimersByTime(3000));
    expect(screen.getByText(/3 s of about 6/)).toBeTruthy();
  });
});

describe("the cutting plan", () => {
  it("says what it costs and that nothing can cost less", () => {
    render(<Boards plan={plan} lit={null} onPoint={() => {}} />, { wrapper: UnitsProvider });
    expect(screen.getByRole("heading").textContent).toBe("3 lengths of 2×3 spruce");
    expect(screen.getByText(/no plan can cost less \(bound 24.20, gap 0.00/)).toBeTruthy();
  });

  it("says plainly when it is not proven", () => {
    render(<Boards plan={{ ...plan, proven: false, bound: "24.00", gap: "0.20" }} lit={null} onPoint={() => {}} />, { wrapper: UnitsProvider });
    expect(screen.getByText(/not proven: some plan might cost as little as 24.00/)).toBeTruthy();
  });

  it("draws each cut in its place and to scale, and what is left", () => {
    const { container } = render(<Boards plan={plan} lit="U1" onPoint={() => {}} />, { wrapper: UnitsProvider });
    const lit = [...container.querySelectorAll<SVGRectElement>("rect[fill='var(--color-tape)']")];
    expect(lit.length).toBe(2);
    const scale = (760 - 62 - 108) / 2438;
    expect(Number(lit[0]?.getAttribute("width"))).toBeCloseTo(524 * scale, 3);
    expect(Number(lit[0]?.getAttribute("x"))).toBeCloseTo(62 + 1124 * scale + 1.2, 3);
    expect(screen.getByText("some left")).toBeTruthy();
    expect(screen.getByText("none left")).toBeTruthy();
  });

  it("tells which piece is pointed at, from board or list", () => {
    const point = vi.fn();
    render(<Pieces bill={bill} lit={null} onPoint={point} />, { wrapper: UnitsProvider });
    const brace = screen.getByText("K1").closest("tr") as HTMLElement;
    fireEvent.mouseEnter(brace);
    fireEvent.mouseLeave(brace);
    expect(point.mock.calls).toEqual([["K1"], [null]]);
    expect(brace.textContent).toContain("45° / 45°");
    expect(screen.getByText("B2").closest("tr")?.textContent).toContain("square");
    expect(screen.getByText(/^6 sticks/)).toBeTruthy();
  });
});

describe("the shopping list", () => {
  it("walks the aisles in order and names each once", () => {
    render(<Shopping bill={{ ...bill, lines: [...bill.lines, { ...bill.lines[2], what: "welded mesh" } as never] }} />, { wrapper: UnitsProvider });
    const aisles = screen.getAllByRole("row").map((row) => row.querySelector("td")?.textContent).filter(Boolean);
    expect(aisles).toEqual(["timber", "mesh", "fixings", "Together"]);
    expect(screen.getByText("66.20")).toBeTruthy();
  });
});

/** What stands in the cells of a table, row by row. */
function cells() {
  return screen.getAllByRole("row").map((row) => [...row.querySelectorAll("td")].map((cell) => cell.textContent)).filter((row) => row.length);
}

describe("the lists", () => {
  it("gives every mark of a tube from one end, beside where the bend starts", () => {
    render(<Bends bill={bill} />, { wrapper: UnitsProvider });
    expect(cells()).toEqual([["1", "1.188 m", "1.214 m", "90°"]]);
    expect(screen.getByRole("table", { name: /^M1, 5 of conduit 23 mm, 2.743 m before they are bent/ })).toBeTruthy();
  });

  it("names every door with its clear size", () => {
    render(<Doors bill={bill} />, { wrapper: UnitsProvider });
    const told = cells()[0]?.join(" ") ?? "";
    for (const part of ["person door", "front", "650 mm × 1.750 m", "714 mm × 1.814 m", "32 mm"]) expect(told).toContain(part);
  });
});

describe("half-laps", () => {
  it("draws each stick with its notches and tells where they are", () => {
    render(<Laps lapped={bill.lapped} />, { wrapper: UnitsProvider });
    expect(cells()).toEqual([["1", "0 mm", "38 mm", "32 mm", "lower"]]);
    const drawn = screen.getByRole("img", { name: "B1 from its side, its notches cut" });
    expect(drawn.querySelector("polygon")?.getAttribute("points")).toContain("38,-32");
  });
});

describe("pipes and fittings", () => {
  it("tells every cut beside centre to centre, and how the sockets are held", () => {
    render(<Pipes parts={bill.pipes} />, { wrapper: UnitsProvider });
    expect(cells()).toEqual([
      ["B1", "base pipe", "6", "754 mm", "789 mm"],
      ["tee for 1 in pipe", "6", "22 mm", "18 mm"],
    ]);
    expect(screen.getByText(/56 sockets are glued, 6 pinned dry/)).toBeTruthy();
  });
});

describe("the weld map", () => {
  it("numbers each weld on the steel and tells its bead, or that it is a seat", () => {
    render(<Welds map={bill.welds} />, { wrapper: UnitsProvider });
    expect(cells()).toEqual([
      ["1", "B1 – B2", "20 mm", "20 mm", "233 mm"],
      ["2", "B1 – U1", "32 mm", "1.48 m", "a seat"],
      ["T1 – U1", "12", "8 in"],
    ]);
    const drawn = screen.getByRole("img", { name: /numbered/ });
    expect(drawn.querySelectorAll("polygon").length).toBe(1);
    expect([...drawn.querySelectorAll("text")].map((one) => one.textContent)).toEqual(["1", "2"]);
  });
});

describe("setting out a curve", () => {
  it("gives each height beside its place and the end at full size", () => {
    const two = { ...bill, offsets: [...bill.offsets, { out: words("100 mm"), up: words("1.913 m") }] };
    render(<Offsets bill={two} />, { wrapper: UnitsProvider });
    const points = cells();
    expect(points.length).toBe(2);
    expect(points[1]).toEqual(["100 mm", "1.913 m"]);
    expect(screen.getByRole("link", { name: /full size/ }).getAttribute("href")).toBe("/api/pens/1/end-template.svg");
  });
});

describe("money, sheets and the saw", () => {
  const shown = (part: ReactNode) =>
    render(
      <QueryClientProvider client={new QueryClient()}>
        <UnitsProvider>{part}</UnitsProvider>
      </QueryClientProvider>,
    );

  it("sets what the plan takes aside for the pen, and offers it no more", async () => {
    const post = vi.spyOn(api, "POST").mockResolvedValue({ data: {}, response: new Response() } as never);
    shown(<Money bill={bill} />);
    fireEvent.click(screen.getByRole("button", { name: "Set them aside for this pen" }));
    await vi.waitFor(() => expect(post).toHaveBeenCalledWith("/api/pens/{pen_id}/aside", { params: { path: { pen_id: 1 } }, body: { things: { 4: 2 } } }));
    cleanup();
    shown(<Money bill={{ ...bill, taken: bill.taken.map((one) => ({ ...one, pen: 1 })) }} />);
    expect(screen.queryByRole("button")).toBeNull();
    expect(screen.getByRole("list", { name: "Out of the shed" }).textContent).toContain("set aside");
  });

  it("tells what is paid, what it would be all bought, and what comes out of the shed", () => {
    shown(<Money bill={bill} />);
    expect(screen.getByText("€66.20")).toBeTruthy();
    expect(screen.getByText("€80.00")).toBeTruthy();
    expect(screen.getByText("€4.10")).toBeTruthy();
    expect(screen.getByRole("list", { name: "Out of the shed" }).textContent).toContain("2 × 2×3 spruce, 8 ft");
  });

  it("draws each sheet with its pieces and tells the strips of a roll", () => {
    shown(<Plates bill={bill} />);
    expect(screen.getByRole("img", { name: /A sheet of .*: Q2/ })).toBeTruthy();
    expect(screen.getByText(/no plan of straight cuts from side to side can cost less/)).toBeTruthy();
    expect(screen.getByText(/floors keep their grain along it/)).toBeTruthy();
    expect(screen.getByRole("heading", { name: /hex 25 mm, 610 mm wide/ })).toBeTruthy();
  });

  it("groups the saw's settings, square first", () => {
    shown(<Sawing bill={bill} />);
    expect(screen.getAllByRole("listitem").map((one) => one.textContent)).toEqual(["Square 4 ends of B2", "45° 8 ends of K1"]);
    expect(screen.getByText(/Worth a stop block: K1 \(8, with its angle\)/)).toBeTruthy();
    shown(<Covers bill={bill} />);
    expect(screen.getByText("Q1 × 2")).toBeTruthy();
  });

  it("shows another shop's prices and what it lacks", () => {
    shown(<Shopping bill={bill} />);
    expect(screen.getByText("has none")).toBeTruthy();
    expect(screen.getByText("2 of 3 lines, 2026-11-02")).toBeTruthy();
  });

  it("says that a board is cut with its labels and its offcut", () => {
    const onCut = vi.fn();
    shown(<Boards plan={plan} lit={null} onPoint={() => undefined} onCut={onCut} />);
    fireEvent.click(screen.getByRole("button", { name: "one is cut" }));
    expect(onCut).toHaveBeenCalledWith({ labels: ["B2", "U1", "A1"], thing: 0, offcut_mm: 691 });
  });

  it("counts pieces cut and spoiled", () => {
    const onCut = vi.fn();
    shown(<Pieces bill={bill} lit="K1" onPoint={() => undefined} cut={[{ label: "K1", count: 2, of: 4 }]} onCut={onCut} />);
    expect(screen.getByText("2 of 4 cut")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "one spoiled" }));
    fireEvent.click(screen.getByRole("button", { name: "one cut" }));
    expect(onCut.mock.calls).toEqual([["K1", 1], ["K1", 3]]);
  });
});
