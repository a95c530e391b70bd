// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { openApp } from "../testing/app";
import { words } from "../testing/words";
import { VERDICTS, declared } from "../testing/declared";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const finding = (what: string, verdict: string) => ({ ...declared(what, verdict), what, title: what, verdict, word: verdict === "short" ? "short" : "right", ratio: 1, figure: words(`${what} figure`), sentence: words("") });
const view = (name: string) => ({ name, outlines: [], behind: 0, dimensions: [], low: [0, 0], high: [1000, 500] });
const value = (one: number | string) => ({ value: one, typed: null, text: words(String(one)), stops: [], matters: true });

const pen = (id: number, name: string, width: number, why = "") => ({
  id,
  revision: 1,
  name,
  why,
  version_of: null,
  shape: "low-pen",
  flock_id: 1,
  flock_name: "Spring",
  flock_line: "",
  values: { width: value(width), roof: value("pvc") },
  views: ["plan", "side", "end"].map(view),
  model: { parts: [] },
  findings: ["space", "weight", "moving", "wind", "strength"].map((what) => finding(what, what === "moving" ? "short" : "right")),
  groups: [{ group: "frame", fresh_kg: width, fresh: words(`${width} kg`), dry: words("") }],
  birds: [],
  centre: [0, 0, 0],
});
const pens = [pen(1, "Bramble", 6), pen(2, "Bramble, wide", 8, "for more birds"), pen(3, "Hedge", 6)];
const shapes = [
  {
    key: "low-pen",
    label: "low pen",
    sketch: { frame: "", cover: "", note: "" },
    parameters: [
      { name: "width", label: "Width", choices: [] },
      { name: "roof", label: "Roof", choices: [{ key: "pvc", label: "corrugated PVC", note: "" }] },
    ],
    openings: [],
    schools: [],
  },
];
const start = (shape: string, fails: string[], lacking: string[]) => ({
  shape,
  label: shape,
  size: words("6 × 8"),
  lines: [{ ref: "a", kind: "stick", a: [0, 0], b: [10, 10] }],
  findings: ["space", "weight"].map((what) => finding(what, fails.includes(what) ? "short" : "right")),
  fails,
  lacking,
});

let posted: { path: string; body: Record<string, unknown> }[];

beforeEach(() => {
  posted = [];
  const good = (data: unknown) => Promise.resolve({ data, response: new Response(null, { status: 200 }) });
  vi.spyOn(api, "GET").mockImplementation(((path: string, init?: { params?: { path?: { pen_id?: number } } }) => {
    if (path === "/api/pens") return good({ pens: pens.map((one) => ({ ...one, leaves: "2026-09-01", size: words("6 × 8"), plan: view("plan"), judged: true, trouble: "", verdicts: [] })), after: null });
    if (path === "/api/away") return good({ away: [] });
    if (path === "/api/choices") return good({ strains: [], grounds: [], groups: [], conditions: [], zones: [], shapes, verdicts: VERDICTS });
    if (path === "/api/flocks") return good({ flocks: [{ id: 1, name: "Spring", placed: 30, strain_label: "broiler" }] });
    if (path === "/api/pens/{pen_id}/bill") return good({ total: `${(init?.params?.path?.pen_id ?? 0) * 100}.00` });
    if (path === "/api/pens/starts/{flock_id}") return good({ starts: [start("low-pen", [], []), start("hoop", ["weight"], ["bolt cutters"])] });
    return good(pens.find((one) => one.id === init?.params?.path?.pen_id) ?? pens[0]);
  }) as never);
  vi.spyOn(api, "POST").mockImplementation(((path: string, init: { params?: { path?: { pen_id?: number } }; body: Record<string, unknown> }) => {
    if (path === "/api/pens/{pen_id}/told") return good(pens.find((one) => one.id === init.params?.path?.pen_id));
    posted.push({ path, body: init.body });
    return good(path.endsWith("/lines") ? { lines: [] } : pens[0]);
  }) as never);
});

describe("pens side by side", () => {
  it("show cost, mass and only what differs, with why a version was made", async () => {
    openApp("/compare?pens=1,2");
    expect(await screen.findByText("for more birds")).toBeTruthy();
    const row = async (name: RegExp) => within(await screen.findByRole("row", { name }));
    await waitFor(async () => expect((await row(/^Cost/)).getByText("200.00")).toBeTruthy());
    expect((await row(/^mass of frame/)).getByText("8 kg")).toBeTruthy();
    expect((await row(/^Width/)).getByText("6")).toBeTruthy();
    expect(screen.queryByRole("row", { name: /^Roof/ })).toBeNull();
    expect((await row(/^moving/)).getAllByText("short").length).toBe(2);
  });

  it("ask for two, take three at the most, and turn all together", async () => {
    openApp("/compare?pens=1");
    expect(await screen.findByText(/Tick two pens/)).toBeTruthy();
    fireEvent.click(await screen.findByRole("checkbox", { name: "Hedge" }));
    fireEvent.click(screen.getByRole("checkbox", { name: "Bramble, wide" }));
    fireEvent.click(await screen.findByRole("button", { name: "side" }));
    expect((await screen.findAllByRole("group", { name: /from the side/ })).length).toBe(3);
    expect(screen.getByRole("button", { name: "side" }).getAttribute("aria-pressed")).toBe("true");
  });
});

describe("three to start from", () => {
  it("name what fails and what is to be borrowed, and one press begins", async () => {
    openApp("/pens");
    fireEvent.click(await screen.findByRole("button", { name: "See three to start from" }));
    const sheet = within(await screen.findByRole("dialog"));
    expect(await sheet.findByText("To borrow: bolt cutters.")).toBeTruthy();
    expect(sheet.getAllByText("short").length).toBe(1);
    fireEvent.click(sheet.getByRole("button", { name: "Begin from this hoop" }));
    await waitFor(() => expect(posted.map((one) => one.body["shape"])).toEqual(["hoop"]));
  });
});
