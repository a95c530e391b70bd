// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { openApp } from "../testing/app";
import { words } from "../testing/words";
import { VERDICTS } from "../testing/declared";

type Answers = Record<string, unknown>;

const plan = { name: "plan", outlines: [], behind: 0, dimensions: [], low: [0, 0], high: [1, 1] };
const flock = {
  id: 2,
  revision: 1,
  can_undo: false,
  can_redo: false,
  name: "Spring",
  strain: "broiler-fast",
  strain_label: "broiler, fast",
  placed: 30,
  hatch: "2026-04-01",
  out: "2026-04-22",
  leaves: "2026-04-24",
  out_day: 21,
  leaving_day: 23,
};
const figures = {
  days: [21, 22, 23].map((day) => ({ day, on: `2026-04-${day + 1}`, mass_kg: day / 30, mass: words(`${day} kg`), feed: words("3 kg"), water: words("9 L"), eggs: 0, need: words("0.1 m²") })),
  needed_floor: words("6.09 m²", "65.5 sq ft"),
  leaving_mass: words("0.8 kg"),
  feed_total: words("9 kg"),
  water_peak: words("9 L"),
  water_hottest: words("14 L"),
  hottest: words("30 °C"),
  leave_alive: 29,
};
const graded = (what: string, verdict: string, word: string) => ({ what, verdict, word });
const pen = (name: string, wind: string) => ({ id: 5, name, flock_id: 2, flock_name: "Spring", leaves: "2026-05-20", size: words("1.8 × 3.7 m", "6 ft × 12 ft"), plan, revision: 1, judged: true, trouble: "", verdicts: [graded("space", "right", "right"), graded("weight", "ample", "to spare"), graded("moving", "short", "short"), graded("wind", wind, wind === "short" ? "short" : "right")] });

let answers: Answers;
let posted: [string, unknown][];

beforeEach(() => {
  posted = [];
  answers = {
    "/api/choices": { strains: [{ key: "broiler-fast", label: "broiler, fast", to_grass_day: 21, leaves_from_day: 49, leaves_to_day: 56 }], grounds: [], groups: [], conditions: [], zones: [], verdicts: VERDICTS, shapes: [{ key: "low-pen", label: "low pen", sketch: { frame: "M8 44", cover: "M6 28", note: "" }, parameters: [], openings: [], schools: [] }] },
    "/api/flocks": { flocks: [] },
    "/api/pens": { pens: [], after: null },
    "/api/away": { away: [] },
    "/api/fields": { fields: [], kinds: [] },
    "/api/place": { today: "2026-04-01" },
  };
  const good = (data: unknown) => ({ data, response: new Response(null, { status: 200 }) });
  vi.spyOn(api, "GET").mockImplementation((async (path: string) => {
    const found = answers[path];
    return found ? good(found) : { error: { title: "Not found", detail: `nothing at ${path}` }, response: new Response(null, { status: 404 }) };
  }) as never);
  vi.spyOn(api, "POST").mockImplementation((async (path: string, init: { body: unknown }) => {
    posted.push([path, init.body]);
    return { error: { title: "Outside the limits", detail: "no stock is long enough", field: "length" }, response: new Response(null, { status: 422 }) };
  }) as never);
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  window.localStorage.clear();
});

describe("an empty farm", () => {
  it("teaches what to do first, second and third", async () => {
    openApp("/");
    await screen.findByText(/A pen begins with its birds/);
    expect(screen.getByRole("link", { name: "Enter a flock" }).getAttribute("href")).toBe("/flocks");
    expect(screen.getByRole("link", { name: "Say who moves the pen" }).getAttribute("href")).toBe("/farm");
    expect(screen.queryByRole("button", { name: "Propose a pen" })).toBeNull();
  });

  it("says at Build and Ground what is missing", async () => {
    openApp("/build");
    await screen.findByText(/cutting plans and the order of building come from a pen/);
    cleanup();
    openApp("/ground");
    await screen.findByText(/daily moves follows a pen/);
  });

  it("opens Flocks on the form of a new one", async () => {
    openApp("/flocks");
    await screen.findByRole("button", { name: "Keep this flock" });
    expect((screen.getByLabelText("Hatched") as HTMLInputElement).value).toBe("2026-04-01"); // the farm's day
    expect(screen.getByText(/Say what birds they are/)).toBeTruthy();
  });
});

describe("the list of pens", () => {
  it("shows each with its birds, size in the reader's units and four verdicts", async () => {
    answers["/api/flocks"] = { flocks: [flock] };
    answers["/api/pens"] = { pens: [pen("Bramble", "right"), { ...pen("Tansy", "short"), id: 6 }], after: null };
    openApp("/pens");
    const row = (await screen.findByText("Bramble")).closest("tr");
    expect(row?.textContent).toBe("BrambleSpring6 ft × 12 ftrightto spareshortrightPut away");
    fireEvent.click(screen.getByRole("button", { name: /Units/ }));
    expect(row?.textContent).toContain("1.8 × 3.7 m");
    expect(screen.getByText("Tansy").closest("a")?.getAttribute("href")).toBe("/pens/6");
  });

  it("asks for a pen for the flock chosen, under a usual name, and shows a refusal where it was asked", async () => {
    answers["/api/flocks"] = { flocks: [flock, { ...flock, id: 3, name: "Slow" }] };
    openApp("/pens");
    fireEvent.change(await screen.findByLabelText("For which birds"), { target: { value: "3" } });
    fireEvent.click(screen.getByRole("button", { name: "Propose a pen" }));
    expect((await screen.findByRole("alert")).textContent).toContain("no stock is long enough");
    expect(posted).toEqual([["/api/pens", { shape: "low-pen", school: "", flock_id: 3, name: "Pen for Slow" }]]);
  });

  it("opens a design file for the flock chosen", async () => {
    answers["/api/flocks"] = { flocks: [flock] };
    openApp("/pens");
    const file = new File(['{"format":"x"}'], "pen.json");
    file.text = async () => '{"format":"x"}';
    fireEvent.change(await screen.findByLabelText("Or open a design file"), { target: { files: [file] } });
    await waitFor(() => expect(posted).toEqual([["/api/pens/open", { flock_id: 2, file: '{"format":"x"}' }]]));
  });
});

describe("a flock's figures", () => {
  it("are of the last day until another is pointed at", async () => {
    answers["/api/flocks"] = { flocks: [flock] };
    answers["/api/flocks/{flock_id}/figures"] = figures;
    const { container } = openApp("/flocks");
    await screen.findByText("day 23, 24 April");
    const chart = container.querySelector("svg[aria-label^='Mass of a bird']") as SVGSVGElement;
    chart.getBoundingClientRect = () => ({ left: 0, width: 820, top: 0, height: 340, right: 820, bottom: 340, x: 0, y: 0, toJSON: () => "" });
    fireEvent.pointerMove(chart, { clientX: 70 });
    expect(screen.getByText("day 21, 22 April")).toBeTruthy();
    expect(screen.getByText("65.5 sq ft")).toBeTruthy();
  });
});

describe("trouble", () => {
  it("is told in the server's words", async () => {
    delete answers["/api/flocks"];
    openApp("/flocks");
    expect((await screen.findByRole("alert")).textContent).toContain("nothing at /api/flocks");
  });

  it("of an address that is none points back to the parts", async () => {
    openApp("/barn");
    expect(await screen.findByText(/There is no page here/)).toBeTruthy();
    expect(screen.getByRole("navigation", { name: "Parts" }).querySelectorAll("a").length).toBe(7);
  });
});
