// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Bench } from "../api/client";
import { UnitsProvider } from "../kit/units";
import { words } from "../testing/words";
import { MendBoard } from "./MendBoard";
import { SHOWN, ranked } from "./rank";
import { eachLine, type Mend } from "./useMends";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const mend = (name: string, over: Partial<Mend> = {}): Mend => ({
  changes: { [name]: 1 },
  words: words(name),
  marks: (["space", "weight", "moving", "wind"] as const).map((what) => ({ what, name: what, verdict: "right", word: "right", ratio: 1.2, least_at: 0.8, figure: words("80 kg fresh, 70 kg dry") })),
  rank: [1, 0, -0.9],
  mends: [],
  spoils: [],
  more_kg: -3,
  more_cost: 12,
  weight: words("3 kg"),
  cost: "12.00",
  ...over,
});

describe("the order of changes", () => {
  it("is the server's, however they came in, and only the first are shown", () => {
    const all = [mend("near", { rank: [1, 0, -0.98] }), mend("dear", { rank: [0, 0, 50] }), mend("spoiling", { rank: [0, 1, 1] }), mend("cheap", { rank: [0, 0, 5] })];
    expect(ranked(all).map((one) => Object.keys(one.changes)[0])).toEqual(["cheap", "dear", "spoiling", "near"]);
    expect(ranked(Array.from({ length: 20 }, (_, i) => mend(`n${i}`)))).toHaveLength(SHOWN);
  });
});

const streamOf = (...pieces: string[]) =>
  new ReadableStream<Uint8Array>({
    start(controller) {
      for (const piece of pieces) controller.enqueue(new TextEncoder().encode(piece));
      controller.close();
    },
  });

describe("lines of a body", () => {
  it("are handed over whole, however they were cut on the way", async () => {
    const got: string[] = [];
    await eachLine(streamOf('{"a":', '1}\n{"b"', ":2}\n\n", '{"c":"é"}'), (line) => got.push(line));
    expect(got).toEqual(['{"a":1}', '{"b":2}', '{"c":"é"}']);
  });
});

describe("the board of changes", () => {
  const kept = {
    id: 7,
    revision: 3,
    values: { anchors: { value: 0 } },
    findings: [{ what: "wind", name: "wind", verdict: "short" }, { what: "strength", name: "frame", verdict: "right" }],
  } as unknown as Bench;
  const show = () => {
    const calls = { onTry: vi.fn(), onKeep: vi.fn(), onDrop: vi.fn() };
    render(<MendBoard kept={kept} {...calls} />, { wrapper: UnitsProvider });
    return calls;
  };

  it("asks for the verdict picked, and each change can be tried, taken back and kept", async () => {
    const asked = vi.fn(() => Promise.resolve(new Response(streamOf(`${JSON.stringify(mend("anchors", { mends: ["wind"] }))}\n`))));
    vi.stubGlobal("fetch", asked);
    const { onTry, onKeep, onDrop } = show();
    fireEvent.click(screen.getByRole("button", { name: "wind" }));
    await waitFor(() => expect(screen.getByText("anchors")).toBeTruthy());
    expect(JSON.parse((asked.mock.calls[0] as unknown as [string, RequestInit])[1].body as string)).toEqual({ what: "wind", values: { anchors: 0 } });
    expect(screen.getByText(/then right/)).toBeTruthy();
    expect(screen.getAllByText("80 kg")).toHaveLength(4);
    fireEvent.click(screen.getByRole("button", { name: "Try" }));
    expect(onTry).toHaveBeenCalledWith({ anchors: 1 });
    onDrop.mockClear();
    fireEvent.click(screen.getByRole("button", { name: "Take back" }));
    expect(onDrop).toHaveBeenCalledOnce();
    fireEvent.click(screen.getByRole("button", { name: "Keep" }));
    expect(onKeep).toHaveBeenCalledWith({ anchors: 1 });
  });

  it("stops when told enough, keeping what it has", async () => {
    let aborted = false;
    vi.stubGlobal("fetch", (_: string, init: RequestInit) => {
      init.signal?.addEventListener("abort", () => (aborted = true));
      const body = new ReadableStream<Uint8Array>({
        start: (controller) => controller.enqueue(new TextEncoder().encode(`${JSON.stringify(mend("roof"))}\n`)),
      });
      return Promise.resolve(new Response(body));
    });
    show();
    fireEvent.click(screen.getByRole("button", { name: "wind" }));
    await waitFor(() => expect(screen.getByText("roof")).toBeTruthy());
    fireEvent.click(screen.getByRole("button", { name: "enough" }));
    expect(aborted).toBe(true);
    expect(screen.queryByRole("button", { name: "enough" })).toBeNull();
    expect(screen.getByText("roof")).toBeTruthy();
  });

  it("says so when it cannot be worked out", async () => {
    vi.stubGlobal("fetch", () => Promise.resolve(new Response("{}", { status: 500 })));
    show();
    fireEvent.click(screen.getByRole("button", { name: "wind" }));
    await waitFor(() => expect(screen.getByRole("alert").textContent).toContain("could not be worked out"));
  });
});
