// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { Problem, api, type Bench, type Schemas } from "../api/client";
import { Standing } from "../testing/app";
import { words } from "../testing/words";
import { Controls } from "./Controls";
import { ShapeChoice } from "./ShapeChoice";

type Parameter = Schemas["ParameterOut"];

const one = (name: string, kind: string, more: Partial<Parameter> = {}): Parameter => ({
  name,
  kind,
  label: name[0]?.toUpperCase() + name.slice(1),
  group: "size",
  low: 0,
  high: 10,
  choices: [],
  note: "",
  ...more,
});
const parameters = [
  one("wide", "length", { low: 900, high: 3000 }),
  one("roofed", "share", { high: 1 }),
  one("pitch", "angle", { low: 5, high: 45, note: "to 25° for one slope" }),
  one("house", "choice", { group: "house", choices: [{ key: "no", label: "none", note: "" }, { key: "yes", label: "at the rear", note: "" }] }),
  one("nests", "count", { group: "house", low: 1, high: 12 }),
];
const openings = [
  one("face", "choice", { label: "Where", group: "openings", choices: [{ key: "left", label: "left side", note: "" }, { key: "none", label: "taken away", note: "" }] }),
  one("for", "choice", { label: "For", group: "openings", choices: [{ key: "eggs", label: "taking eggs", note: "" }, { key: "reach", label: "an arm", note: "" }] }),
  one("at", "length", { label: "Its middle at", group: "openings", high: 12000 }),
  one("kg", "count", { label: "Yours weighs", group: "openings", high: 60 }),
];
const shape = { key: "coop", label: "coop", sketch: { frame: "", cover: "", note: "" }, parameters, openings, schools: [] };
const value = (of: string | number, said: string, matters = true) => ({ value: of, typed: null, text: words(said), stops: [], matters });
const values = {
  wide: value(1800, "1.800 m"),
  roofed: value(0.6, "60 %"),
  pitch: value(30, "30°"),
  house: value("yes", "yes"),
  nests: value(3, "3"),
};
const bench = { id: 1, values } as unknown as Bench;

function show(of: Bench = bench, problem: Parameters<typeof Controls>[0]["problem"] = null, group = "size") {
  const calls = { onTry: vi.fn(), onKeep: vi.fn(), onDrop: vi.fn(), onGroup: vi.fn() };
  render(
    <Standing>
      <Controls bench={of} kept={of} shape={shape} problem={problem} group={group} {...calls} />
    </Standing>,
  );
  return calls;
}

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe("the controls of a shape", () => {
  it("gives each kind its own: a tape, a board, notches, a list", () => {
    show();
    expect(screen.getByRole("slider", { name: "Wide tape" })).toBeTruthy();
    expect(screen.getByRole("slider", { name: "Roofed board" })).toBeTruthy();
    expect(screen.getByRole("group", { name: "Pitch notches, now 30°" })).toBeTruthy();
    expect(screen.getByText("to 25° for one slope")).toBeTruthy();
  });

  it("keeps what is typed and what is pressed", () => {
    const { onKeep } = show();
    const field = screen.getByLabelText("Pitch");
    fireEvent.change(field, { target: { value: "22.5" } });
    fireEvent.keyDown(field, { key: "Enter" });
    fireEvent.click(screen.getByRole("button", { name: "Pitch: one less" }));
    expect(onKeep.mock.calls).toEqual([[{ pitch: "22.5°" }], [{ pitch: 29 }]]);
  });

  it("names its groups in a builder's words and hands over the one that is pressed", () => {
    const { onGroup } = show();
    fireEvent.click(screen.getByRole("tab", { name: "House" }));
    expect(onGroup).toHaveBeenCalledWith("house");
  });

  it("hides what does not matter as the pen stands", () => {
    show(bench, null, "house");
    expect(screen.getByLabelText("Nests")).toBeTruthy();
    cleanup();
    show({ ...bench, values: { ...values, house: value("no", "no"), nests: value(3, "3", false) } } as unknown as Bench, null, "house");
    expect(screen.queryByLabelText("Nests")).toBeNull();
  });

  it("puts a refusal beside the control it was for, whatever field it names", () => {
    const refused = new Problem(422, "Outside the limits", "Door height must be at most 1.4 m", "door_height");
    show(bench, { values: { pitch: 5 }, problem: refused });
    const mine = document.querySelector("[data-control=pitch]");
    expect(mine?.querySelector("[role=alert]")?.textContent).toContain("at most 1.4 m");
    expect(document.querySelector("[data-control=wide] [role=alert]")).toBeNull();
  });
});

describe("openings of the keeper's own", () => {
  const second = { opening_2_face: value("left", "left"), opening_2_for: value("eggs", "eggs"), opening_2_at: value(1200, "1.200 m") };
  const cut = { id: 1, values: { ...values, ...second } } as unknown as Bench;

  it("stand one under another, each with its own tape, and keep their numbers", () => {
    show(cut, null, "openings");
    const mine = within(screen.getByRole("region", { name: "opening 2" }));
    expect(mine.getByRole("heading").textContent).toContain("2 taking eggs · left side");
    expect(mine.getByRole("slider", { name: "Its middle at tape" })).toBeTruthy();
  });

  it("ask nothing that does not matter beside their other choices", () => {
    const asked = { ...second, opening_2_kg: value(5, "5"), opening_3_face: value("left", "left"), opening_3_for: value("reach", "reach"), opening_3_at: value(900, "900 mm"), opening_3_kg: value(5, "5", false) };
    show({ id: 1, values: { ...values, ...asked } } as unknown as Bench, null, "openings");
    const has = (number: number) => within(screen.getByRole("region", { name: `opening ${number}` })).queryByRole("textbox", { name: /Yours weighs/ });
    expect(has(2)).toBeTruthy();
    expect(has(3)).toBeNull();
  });

  it("are closed up by their own number", () => {
    const calls = show(cut, null, "openings");
    fireEvent.click(screen.getByRole("button", { name: "Close it up" }));
    expect(calls.onKeep).toHaveBeenCalledWith({ opening_2_face: "none" });
  });

  it("are cut in under the least number that is free, and say why where there is no room", () => {
    const problem = { values: { opening_1_face: "left", opening_1_for: "reach" }, problem: new Problem(422, "Outside the limits", "Hatch 1 would cut the door post") };
    const calls = show(cut, problem, "openings");
    fireEvent.click(screen.getByRole("button", { name: "Cut it in" }));
    expect(calls.onKeep).toHaveBeenCalledWith({ opening_1_face: "left", opening_1_for: "reach" });
    expect(screen.getByRole("alert").textContent).toContain("would cut the door post");
  });
});

describe("choosing a shape", () => {
  beforeEach(() => {
    const shapes = ["low-pen", "coop", "yurt"].map((key) => ({ key, label: key, sketch: { frame: `${key} frame`, cover: "M0 0", note: "" }, parameters: [], openings: [], schools: key === "coop" ? [{ key: "low", label: "low coop", sketch: { frame: "low frame", cover: "M0 0", note: "" } }] : [] }));
    vi.spyOn(api, "GET").mockResolvedValue({ data: { shapes }, response: new Response() } as never);
  });

  it("offers every shape the server knows and the ways of building it with names of their own, each sketched as it says", async () => {
    const pick = vi.fn();
    render(
      <Standing>
        <ShapeChoice kind={{ shape: "low-pen", school: "" }} onKind={pick} />
      </Standing>,
    );
    const all = await screen.findAllByRole("radio");
    expect(all.map((radio) => radio.textContent)).toEqual(["low-pen", "coop", "low coop", "yurt"]);
    expect(all[0]?.getAttribute("aria-checked")).toBe("true");
    fireEvent.click(all[1] as Element);
    expect(pick).toHaveBeenCalledWith({ shape: "coop", school: "" });
    fireEvent.click(all[2] as Element);
    expect(pick).toHaveBeenCalledWith({ shape: "coop", school: "low" });
    expect(all[3]?.querySelectorAll("path")[1]?.getAttribute("d")).toBe("yurt frame");
  });
});
