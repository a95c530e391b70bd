// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { api, type Bench } from "../api/client";
import { UnitsProvider } from "../kit/units";
import { Standing } from "../testing/app";
import { words } from "../testing/words";
import { DrawingSheet } from "../pens/DrawingSheet";
import { PieceMap } from "./PieceMap";
import { SmallPlan } from "./SmallPlan";
import { WholePen } from "./WholePen";

afterEach(cleanup);

type View = Bench["views"][number];
type Outline = View["outlines"][number];

function box(ref: string, kind: Outline["kind"], label: string, x: number, y: number, wide: number, tall: number): Outline {
  return { holes: [], ref, kind, pattern: null, role: "", label, points: [[x, y], [x + wide, y], [x + wide, y + tall], [x, y + tall]] };
}

function view(name: View["name"], wide: number, tall: number): View {
  return {
    name,
    outlines: [
      box("stick-1", "stick", "B1", 0, 0, wide, 64),
      box("stick-2", "stick", "U1", 0, 64, 64, tall - 64),
      box("panel-1", "sheet", "steel", 0, 0, wide / 2, tall),
      box("panel-2", "mesh", "hex 51 mm", wide / 2, 0, wide / 2, tall),
      box("wheel-left", "wheel", "rubber", -100, 0, 250, 250),
    ],
    behind: 2,
    dimensions: [
      { a: [0, 0], b: [wide, 0], away: -200, text: words("3.000 m", "9 ft 10 1/8 in"), parameter: "length" },
      { a: [wide, 0], b: [wide, tall], away: 200, text: words("610 mm", "2 ft"), parameter: "" },
    ],
    low: [-100, 0],
    high: [wide, tall],
  };
}

const bench = {
  name: "Bramble pen",
  views: [view("plan", 3000, 2000), view("side", 3000, 610), view("end", 2000, 610)],
  values: { length: { value: 3000, typed: null, text: words("3.000 m"), stops: [], matters: true }, pitch: { value: 30, typed: null, text: words("30°"), stops: [], matters: true } },
  model: { pulls: [{ parameter: "pitch", place: [1500, 0, 600], way: [0, 0, 1], per_mm: 0.05 }] },
  birds: Array.from({ length: 12 }, (_, i) => ({ x: 200 + i * 200, y: (i % 3) * 300 - 300, z: 0, facing_deg: i * 40, length: 400, height: 360 })),
  centre: [1500, 0, 300],
  gusts: Array.from({ length: 24 }, (_, i) => ({ direction_deg: i * 15, tip: 40, slide: 15 + i, lift: null, least: 15 + i, mode: "slides", text: words(`${15 + i} m/s`) })),
  design_gust_ms: 22,
  design_gust: words("22 m/s", "49.2 mph"),
  findings: [{ what: "wind", sentence: words("slides first") }],
} as unknown as Bench;
const facts = [{ ref: "stick-1", title: "B1 · base side rail", lines: [words("2×3, 3.000 m", "2×3, 9 ft 10 1/8 in")] }];

const show = (onPick = vi.fn()) => ({ onPick, ...render(<DrawingSheet bench={bench} facts={facts} pulling={{ parameters: [], live: false, refused: "", onTry: vi.fn(), onKeep: vi.fn(), onDrop: vi.fn() }} onPick={onPick} onLook={vi.fn()} onPointed={vi.fn()} />, { wrapper: UnitsProvider }) });

describe("the drawing", () => {
  it("opens with plan, side and end on one sheet, the wind round the plan, and every bird", () => {
    const { container } = show();
    expect([...container.querySelectorAll("[data-view]")].map((one) => one.getAttribute("data-view"))).toEqual(["plan", "side", "end"]);
    expect(screen.getByLabelText("12 birds to scale").children.length).toBe(12);
    expect(screen.getAllByLabelText("a person to scale").length).toBe(1);
    expect(container.querySelectorAll("[data-rose]").length).toBe(1);
    expect(container.querySelectorAll("[data-labels]").length).toBe(0);
  });

  it("can be pulled by its lengths and its crown in flat views, where they lie in the view", () => {
    const onKeep = vi.fn();
    const one = (name: string, kind: string, low: number, high: number) => ({ name, kind, low, high, label: name, group: "size", choices: [], note: "" });
    const pulling = { parameters: [one("length", "length", 1000, 5000), one("pitch", "angle", 10, 45)], live: false, refused: "", onTry: vi.fn(), onKeep, onDrop: vi.fn() };
    render(<DrawingSheet bench={bench} facts={facts} pulling={pulling} onPick={vi.fn()} onLook={vi.fn()} onPointed={vi.fn()} />, { wrapper: UnitsProvider });
    fireEvent.click(screen.getByRole("tab", { name: "Plan" }));
    expect(screen.queryByRole("slider", { name: "pull pitch" })).toBeNull();
    fireEvent.click(screen.getByRole("tab", { name: "Side" }));
    fireEvent.keyDown(screen.getByRole("slider", { name: "pull pitch" }), { key: "ArrowUp" });
    expect(onKeep).toHaveBeenLastCalledWith({ pitch: 31 });
    fireEvent.keyDown(screen.getByRole("slider", { name: "pull length, side" }), { key: "ArrowRight" });
    expect(onKeep.mock.lastCall?.[0].length).toBeGreaterThan(3000);
  });

  it("shows one view alone, with a person beside it and labels on its sticks", () => {
    const { container } = show();
    fireEvent.click(screen.getByRole("tab", { name: "Side" }));
    expect(container.querySelectorAll("[data-view]").length).toBe(1);
    expect(screen.getByLabelText("a person to scale")).toBeTruthy();
    expect([...container.querySelectorAll("[data-labels] text")].map((one) => one.textContent).sort()).toEqual(["B1", "U1"]);
    fireEvent.click(screen.getByRole("tab", { name: "Plan" }));
    expect(screen.queryByLabelText("a person to scale")).toBeNull();
  });

  it("tells of the stick that is pointed at, and lights it in every view", () => {
    const { container } = show();
    const sticks = container.querySelectorAll("[data-ref=stick-1]");
    expect(sticks.length).toBe(3);
    fireEvent.mouseEnter(sticks[0] as Element);
    expect(screen.getByText("B1 · base side rail").parentElement?.textContent).toContain("9 ft 10 1/8 in");
    for (const stick of sticks) expect(stick.querySelector("path")?.getAttribute("fill")).toBe("var(--color-tape)");
    fireEvent.mouseLeave(sticks[0] as Element);
    expect(screen.queryByText("B1 · base side rail")).toBeNull();
  });

  it("draws birds between what is behind them and what is before", () => {
    const { container } = show();
    const plan = container.querySelector("[data-view=plan]");
    const order = [...(plan?.children ?? [])].map((one) => one.getAttribute("data-ref") ?? one.getAttribute("aria-label") ?? "");
    const birds = order.indexOf("12 birds to scale");
    expect(order.indexOf("stick-2")).toBeLessThan(birds);
    expect(order.indexOf("panel-1")).toBeGreaterThan(birds);
  });

  it("hands over the length that a dimension stands for, and nothing for one that is not a choice", () => {
    const { onPick } = show();
    fireEvent.click(screen.getAllByRole("button", { name: /^length 9 ft/ })[0] as Element);
    expect(onPick).toHaveBeenCalledWith("length");
    expect(screen.queryByRole("button", { name: /2 ft: change/ })).toBeNull();
  });

  it("names the gust it stands, worst and best, and marks each side that falls short", () => {
    const { container } = show();
    fireEvent.click(screen.getByRole("tab", { name: "Wind" }));
    expect(screen.getByText("your gust 49.2 mph")).toBeTruthy();
    expect(screen.getByText("worst: slides at 15 m/s")).toBeTruthy();
    expect(screen.getByText("best: slides at 38 m/s")).toBeTruthy();
    const short = container.querySelectorAll("[data-rose] path[stroke='var(--color-clay)'][d*='m0 -8']");
    expect(short.length).toBe(bench.gusts.filter((gust) => gust.least < 22).length);
  });
});

describe("the whole pen in lines", () => {
  it("draws what the server left visible, within its frame, and points back at a part", async () => {
    const lines = [
      { ref: "stick-1", kind: "stick", a: [0, 0], b: [1000, 500] },
      { ref: "panel-1", kind: "sheet", a: [-400, 800], b: [600, 300] },
    ];
    const tried = { ...bench, values: { width: { value: 1800, typed: null, text: words("1.8 m"), stops: [], matters: true } } } as Bench;
    const asked = vi.spyOn(api, "POST").mockResolvedValue({ data: { lines }, response: new Response() } as never);
    const point = vi.fn();
    const { container } = render(
      <Standing>
        <svg>
          <WholePen bench={tried} lit={null} onPoint={point} width={900} height={470} />
        </svg>
      </Standing>,
    );
    await waitFor(() => expect(container.querySelectorAll("[data-view=whole] [data-ref]").length).toBe(2));
    const sent: unknown = asked.mock.calls[0]?.[1];
    expect(sent).toMatchObject({ body: { values: { width: 1800 } } });
    for (const line of container.querySelectorAll("line")) {
      for (const [name, most] of [["x1", 900], ["x2", 900], ["y1", 470], ["y2", 470]] as const) {
        expect(Number(line.getAttribute(name))).toBeGreaterThanOrEqual(0);
        expect(Number(line.getAttribute(name))).toBeLessThanOrEqual(most);
      }
    }
    fireEvent.mouseEnter(container.querySelector("[data-ref=stick-1]") as Element);
    expect(point).toHaveBeenCalledWith("stick-1");
    asked.mockRestore();
  });
});

describe("where each piece goes", () => {
  it("draws sticks only, lights the piece of the list, and points back at it", () => {
    const point = vi.fn();
    const { container } = render(<PieceMap bench={bench} lit="U1" onPoint={point} />);
    expect(screen.getAllByRole("img").length).toBe(3);
    const lit = container.querySelectorAll("path[fill='var(--color-tape)']");
    expect(lit.length).toBe(3);
    fireEvent.mouseEnter(lit[0] as Element);
    expect(point).toHaveBeenCalledWith("U1");
    expect(container.querySelectorAll("path[fill*=mesh], path[fill*=tin]").length).toBe(0);
  });
});

describe("a small plan", () => {
  it("keeps the whole pen inside its frame", () => {
    const plan = { low: [0, 0] as [number, number], high: [4877, 3658] as [number, number], outlines: [{ kind: "sheet", path: "M0 0L4877 0L4877 3658L0 3658Z" }, { kind: "stick", path: "M0 1800L4877 1800L4877 1838L0 1838ZM9 1810L20 1810L20 1820Z" }] };
    const { container } = render(<SmallPlan plan={plan} />);
    const numbers = [...container.querySelectorAll("g[transform='translate(4 4)'] path")].flatMap((one) =>
      [...(one.getAttribute("d") ?? "").matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map((found) => [Number(found[1]), Number(found[2])]),
    );
    expect(numbers.length).toBeGreaterThan(10);
    for (const [x, y] of numbers) {
      expect(x).toBeGreaterThanOrEqual(-0.1);
      expect(x).toBeLessThanOrEqual(182.1);
      expect(y).toBeGreaterThanOrEqual(-0.1);
      expect(y).toBeLessThanOrEqual(80.1);
    }
  });
});
