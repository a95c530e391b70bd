// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import type { ReactNode } from "react";
import { MemoryRouter } from "react-router";
import { afterEach, describe, expect, it, vi } from "vitest";
import { Problem, type Bench, type Finding, type Schemas } from "../api/client";
import { UnitsProvider } from "../kit/units";
import { ConflictSheet } from "./ConflictSheet";
import { Fence } from "./Fence";
import { PenName } from "./PenName";
import { WorkingSheet } from "./WorkingSheet";
import { words } from "../testing/words";
import { declared } from "../testing/declared";


afterEach(cleanup);

const InPage = ({ children }: { children: ReactNode }) => (
  <MemoryRouter>
    <UnitsProvider>{children}</UnitsProvider>
  </MemoryRouter>
);

function finding(what: Finding["what"], verdict: Finding["verdict"], more: Partial<Finding> = {}): Finding {
  return {
    ...declared(what, verdict),
    what,
    title: what,
    verdict,
    word: verdict ?? "",
    ratio: verdict === "short" ? 0.5 : 1.2,
    least: 1.3,
    least_at: 0.9,
    cost: null,
    figure: words("a figure"),
    sentence: words("a sentence"),
    limit: words("a limit"),
    band: null,
    band_words: null,
    answer: "ratio",
    ...more,
  };
}

function bench(failing: string[], close: string[] = []): Bench {
  const findings = (["space", "weight", "moving", "wind"] as const).map((what) => finding(what, failing.includes(what) ? "short" : close.includes(what) ? "between" : "right"));
  return { id: 3, birds: [{}, {}], findings } as unknown as Bench;
}

/** What is told of a pen of frame and mesh, of one verdict as it is given. */
const told = (one: Finding, more: Partial<Schemas["ToldFindingOut"]> = {}): Schemas["ToldOut"] => ({
  findings: [{ ...one, details: [words("a detail")], cautions: [], working: [], ...more }],
  groups: [
    { group: "frame", fresh_kg: 30, fresh: words("30 kg"), dry: words("27 kg") },
    { group: "mesh", fresh_kg: 10, fresh: words("10 kg"), dry: words("10 kg") },
  ],
  space_days: [],
  facts: [],
});

describe("the fence of readiness", () => {
  const post = (name: string) => screen.getByRole("link", { name: new RegExp(`^${name}`) });

  it("stands firm where nothing is short", () => {
    render(<Fence bench={bench([])} />, { wrapper: MemoryRouter });
    expect(screen.getAllByText("right").length).toBe(3);
    expect(post("Material").getAttribute("href")).toBe("/build/3");
    expect(post("On grass").getAttribute("href")).toBe("/ground?pen=3");
  });

  it("says at each post what is short", () => {
    render(<Fence bench={bench(["space", "weight", "wind"])} />, { wrapper: MemoryRouter });
    expect(post("Shape").textContent).toContain("too tight, too heavy");
    expect(post("Gear").textContent).toContain("right");
    expect(post("Weather").textContent).toContain("too light for the wind");
    expect(post("Birds").textContent).toContain("2 chosen");
  });
});

it("leans, and says so, where a pen stands between the marks", () => {
  render(<Fence bench={bench(["space"], ["moving", "wind"])} />, { wrapper: MemoryRouter });
  expect(screen.getByRole("link", { name: /^Gear/ }).textContent).toContain("hard to move");
  expect(screen.getByRole("link", { name: /^Weather/ }).textContent).toContain("close in the wind");
  expect(screen.getByRole("link", { name: /^Shape/ }).textContent).toContain("too tight");
});

describe("a working sheet", () => {
  it("shows sentence, limit, details, steps and cautions, and is put away", () => {
    const close = vi.fn();
    const step = { symbol: "W", says: "weight", expression: "m*9.81", value: 98.1, printed: "98.1", unit: "N", source: "" };
    const shown = finding("strength", "short");
    const opened = told(shown, { working: [step], cautions: ["It pinches."] });
    render(<WorkingSheet onKeep={vi.fn()} bench={bench([])} finding={shown} told={opened} onClose={close} />, { wrapper: InPage });
    const sheet = screen.getByRole("dialog");
    for (const text of ["a sentence.", "a limit.", "a detail", "It pinches."]) expect(within(sheet).getByText(text)).toBeTruthy();
    expect(sheet.textContent).toContain("Short: 50 % of what is good, 130 % of the least that will do.");
    expect(sheet.textContent).toContain("W = m × 9.81");
    fireEvent.click(within(sheet).getByRole("button", { name: "Close" }));
    expect(close).toHaveBeenCalledOnce();
  });

  it("says where a verdict stands before its working is there", () => {
    render(<WorkingSheet onKeep={vi.fn()} bench={bench([])} finding={finding("strength", "short")} told={undefined} onClose={() => {}} />, { wrapper: InPage });
    const sheet = screen.getByRole("dialog");
    for (const text of ["a sentence.", "a limit."]) expect(within(sheet).getByText(text)).toBeTruthy();
    expect(sheet.textContent).toContain("Writing out the working");
  });

  it("of the weight shows each group as its share", () => {
    const weight = finding("weight", "right");
    render(<WorkingSheet onKeep={vi.fn()} bench={bench([])} finding={weight} told={told(weight)} onClose={() => {}} />, { wrapper: UnitsProvider });
    const beams = screen.getByLabelText("Weight by group").querySelectorAll<HTMLElement>("[style]");
    expect([...beams].map((beam) => beam.style.width)).toEqual(["75%", "25%"]);
  });

  it("is not there when nothing is opened", () => {
    render(<WorkingSheet onKeep={vi.fn()} bench={bench([])} finding={null} told={undefined} onClose={() => {}} />, { wrapper: UnitsProvider });
    expect(screen.queryByRole("dialog")).toBeNull();
  });
});

describe("a conflict", () => {
  it("shows both sides as typed, and hands over the keeper's choice", () => {
    const resolve = vi.fn();
    const theirs = { values: { width: 2438.4, roofed: 0.4 }, typed: { width: "8'" } };
    const problem = new Problem(412, "Changed", "meanwhile", "revision", "", theirs, 4);
    const parameters = [{ name: "width", label: "Width", kind: "length" }] as never;
    render(<ConflictSheet conflict={{ mine: { values: { width: 1900, roofed: 0.6 } }, problem }} parameters={parameters} onResolve={resolve} />);
    const width = screen.getByText("Width").closest("tr");
    expect(width?.textContent).toBe("Width8'1900 mm");
    expect(screen.getByText("roofed").closest("tr")?.textContent).toBe("roofed0.40.6");
    fireEvent.click(screen.getByRole("button", { name: "Put mine on top" }));
    fireEvent.click(screen.getByRole("button", { name: "Keep what stands" }));
    expect(resolve.mock.calls).toEqual([["mine"], ["theirs"]]);
  });
});

describe("a pen's name", () => {
  it("is written over in place, kept on Enter, taken back on Escape, never empty", () => {
    const keep = vi.fn();
    render(<PenName name="Bramble" onKeep={keep} />);
    const rewrite = (text: string, key: string) => {
      fireEvent.click(screen.getByRole("button", { name: "Bramble" }));
      const field = screen.getByLabelText("Name of the pen");
      fireEvent.change(field, { target: { value: text } });
      fireEvent.keyDown(field, { key });
    };
    rewrite("Tansy", "Escape");
    rewrite("   ", "Enter");
    expect(keep).not.toHaveBeenCalled();
    rewrite("Tansy", "Enter");
    expect(keep).toHaveBeenCalledWith("Tansy");
  });
});
