// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { openApp } from "../testing/app";
import { words } from "../testing/words";
import { VERDICTS } from "../testing/declared";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const level = (what: string, verdict: string) => ({ what, verdict, word: verdict, ratio: 1.2, least_at: 0.8 });
const found = (key: string, mass: number, cost: number, passes = true) => ({
  key,
  shape: "low-pen",
  called: `pen ${key}`,
  size: words("2 m × 3 m"),
  levels: ["space", "moving", "wind", "strength"].map((what) => level(what, passes ? "right" : "short")),
  figures: { mass, cost },
  said: { mass: words(`${mass} kg`), cost: words(`${cost} money`) },
  together: { mass: words(`${2 * mass} kg`) },
  passes,
  wanting: passes ? 0 : 2,
  lacks: 0,
  unreached: 0,
  borrowed: 0,
});
const axes = [
  ["mass", "Mass"],
  ["cost", "Cost"],
  ["hours", "Hours to build"],
  ["pull", "Pull to start"],
  ["gust", "Gust it stands"],
  ["width", "Width"],
].map(([figure, label]) => ({ figure, label, unit: "", little: figure !== "gust" }));
const search = (state: string, pens: unknown[]) => ({ id: 7, flock_id: 1, flock_name: "Spring", state, note: "", asked: {}, tried: 9, judged: 8, share: 0.5, left_s: state === "running" ? 12.3 : null, out_of_date: false, pens, axes, in_pens: 1, best: "a" });
const flock = { id: 1, revision: 1, name: "Spring", placed: 30, strain_label: "fast broiler", can_undo: false, can_redo: false };
const shapes = [{ key: "low-pen", label: "low pen", sketch: { frame: "M0 0", cover: "M0 0", note: "" }, parameters: [], openings: [], schools: [] }];

let now: unknown;
let through: (limits: Record<string, number>) => unknown;
beforeEach(() => {
  now = search("done", [found("a", 40, 500), found("b", 60, 300), found("c", 30, 200, false)]);
  through = () => ({ passing: ["a", "b"], left_out: [{ reason: "wind", word: "wind", count: 1 }], why: null, ways: [] });
  const answer = (data: unknown) => Promise.resolve({ data, response: new Response() }) as never;
  vi.spyOn(api, "GET").mockImplementation(((path: string) => answer(path === "/api/flocks" ? { flocks: [flock] } : path === "/api/choices" ? { shapes, strains: [], verdicts: VERDICTS } : path === "/api/pens" ? { pens: [], after: null } : now)) as never);
  vi.spyOn(api, "POST").mockImplementation(((path: string, sent: { body: { limits: Record<string, number> } }) => answer(path.endsWith("through") ? through(sent.body.limits) : path.endsWith("open") ? { id: 3, name: "x" } : now)) as never);
});

describe("balance", () => {
  it("draws what nothing beats, tells how many pass and lays pens side by side", async () => {
    openApp("/balance?flock=1");
    expect(await screen.findByRole("button", { name: /pen a, 2 m × 3 m, 40 kg/ })).toBeTruthy();
    expect(await screen.findByText(/wind is what leaves most out/)).toBeTruthy();
    expect(screen.getByRole("button", { name: /pen c.*falls short/ })).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: /pen a/ }));
    fireEvent.click(screen.getByRole("button", { name: /pen b/ }));
    expect(screen.getByRole("region", { name: "Side by side" }).querySelectorAll("article")).toHaveLength(2);
  });

  it("pulls a limit with the keys, tells a conflict and tries a way out of it", async () => {
    through = (limits) =>
      limits["mass"] === undefined || limits["mass"] >= 40
        ? { passing: ["a"], left_out: [], why: null, ways: [] }
        : { passing: [], left_out: [], why: words("Of 3 pens none weighs 30 kg at most"), ways: [{ limits: { mass: 41 }, short: [], pens: ["a"], words: words("41 kg would do") }] };
    openApp("/balance?flock=1");
    const tape = await screen.findByRole("slider", { name: "Limit on mass" });
    expect(tape.getAttribute("aria-valuetext")).toBe("no limit");
    for (let i = 0; i < 5; i++) fireEvent.keyDown(tape, { key: "ArrowLeft" });
    expect(tape.getAttribute("aria-valuetext")).toBe("at most 30 kg");
    fireEvent.keyDown(tape, { key: "End" });
    expect(tape.getAttribute("aria-valuetext")).toBe("no limit");
    fireEvent.keyDown(tape, { key: "Home" });
    expect(tape.getAttribute("aria-valuetext")).toBe("at most 30 kg");
    fireEvent.click(await screen.findByRole("button", { name: "41 kg would do" }));
    await waitFor(() => expect(screen.queryByText(/none weighs/)).toBeNull());
  });

  it("lets the pens through that want one thing only, when that way out is pressed, till a limit is pulled", async () => {
    through = () => ({
      passing: [],
      left_out: [],
      why: words("Of 3 pens none will do: 1 wants nothing but others to move it"),
      ways: [{ limits: {}, short: ["moving"], pens: ["c"], words: words("moved by a quad") }],
    });
    openApp("/balance?flock=1");
    fireEvent.click(await screen.findByRole("button", { name: "moved by a quad" }));
    expect(await screen.findByText((_, one) => one?.tagName === "P" && /^1 left of 3/.test(one.textContent ?? ""))).toBeTruthy();
    fireEvent.keyDown(screen.getByRole("slider", { name: "Limit on mass" }), { key: "Home" });
    expect(await screen.findByText((_, one) => one?.tagName === "P" && /^0 left of 3/.test(one.textContent ?? ""))).toBeTruthy();
  });

  it("settles one thing after another in its address and takes them back", async () => {
    const asked = vi.spyOn(api, "POST");
    shapes[0] = { ...shapes[0], parameters: [{ name: "gear", label: "Moved on", group: "gear", kind: "choice", low: 0, high: 0, choices: [{ key: "skids", label: "skids" }], note: "" }] } as never;
    openApp("/balance?flock=1&fix=width~1.6 m");
    expect(await screen.findByText("1.6 m")).toBeTruthy();
    fireEvent.change(await screen.findByLabelText("Settle"), { target: { value: "gear" } });
    fireEvent.change(screen.getByLabelText("to be"), { target: { value: "skids" } });
    fireEvent.click(await screen.findByRole("button", { name: "Leave open: width" }));
    await waitFor(() => expect(asked.mock.calls.map((call) => (call[1] as { body: { fixed?: object } }).body.fixed)).toContainEqual({ gear: "skids" }));
  });

  it("says how far a running search is, and what was told of one that broke off", async () => {
    now = search("running", [found("a", 40, 500)]);
    openApp("/balance?flock=1");
    expect(await screen.findByText(/looking: 8 pens judged, 1 nothing beats, about 12 s yet/)).toBeTruthy();
    expect(screen.getByRole("button", { name: "Enough" })).toBeTruthy();
    cleanup();
    now = { ...search("failed", [found("a", 40, 500)]), note: "The cluster was lost on the way" };
    openApp("/balance?flock=1");
    expect(await screen.findByText(/The cluster was lost/)).toBeTruthy();
    expect(screen.getByRole("button", { name: "Go on" })).toBeTruthy();
  });
});
