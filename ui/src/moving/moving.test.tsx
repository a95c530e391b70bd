// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { api, type Bench } from "../api/client";
import { UnitsProvider } from "../kit/units";
import { words } from "../testing/words";
import { MovingPanel } from "./MovingPanel";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const ground = (label: string, usual: boolean, sinks: boolean) => ({
  label,
  usual,
  sinks,
  start: words("12 kg"),
  keep: words("9 kg"),
  down: words("hold back 2 kg"),
  bump: null,
  band: words("8 to 14 kg"),
});
const moving = {
  grounds: [ground("firm", false, false), ground("wet", true, true)],
  movers: [
    { key: "man", label: "one man", chosen: true, verdict: "short", words: words("should not") },
    { key: "tractor", label: "a lawn tractor", chosen: false, verdict: "ample", words: words("can") },
  ],
  lines: [words("needs a passage of 2 m")],
  cautions: [],
  swing: {
    pivot: 144,
    radius: 125,
    rail: 64,
    lines: [words("lifts the rail 40 mm")],
    drilled: null,
    steps: [
      { deg: -60, along: -30, up: 196, raised: 0 },
      { deg: 100, along: 10, up: 85, raised: 40 },
    ],
  },
};

async function show() {
  const post = vi.spyOn(api, "POST").mockResolvedValue({ data: moving, response: new Response() } as never);
  render(
    <QueryClientProvider client={new QueryClient()}>
      <UnitsProvider>
        <MovingPanel bench={{ id: 7, values: {} } as unknown as Bench} />
      </UnitsProvider>
    </QueryClientProvider>,
  );
  await screen.findByText("firm");
  return post;
}

describe("a pen on the move", () => {
  it("marks the usual ground, where wheels sink, and who should not", async () => {
    await show();
    const rows = within(screen.getByRole("region", { name: "On each ground" })).getAllByRole("row");
    expect(rows[2]?.textContent).toContain("your usual worst");
    expect(rows[2]?.textContent).toContain("sinks");
    expect(rows[1]?.textContent).not.toContain("sinks");
    expect(screen.getByText("one man").className).toContain("clay");
    expect(screen.getByText("a lawn tractor").className).toContain("grass");
  });

  it("throws a lever from parked to locked, the rail rising with it", async () => {
    await show();
    expect(screen.getByRole("img", { name: /rail 40 mm up/ })).toBeTruthy();
    fireEvent.change(screen.getByRole("slider", { name: /Throw it over/ }), { target: { value: "0" } });
    expect(screen.getByRole("img", { name: /rail 0 mm up/ })).toBeTruthy();
    expect(screen.getAllByText("60° above level").length).toBeGreaterThan(0);
  });

  it("asks what a hole drilled already makes of it, and hands over the template", async () => {
    const post = await show();
    const field = screen.getByLabelText(/drilled already/);
    fireEvent.change(field, { target: { value: "140 mm" } });
    fireEvent.keyDown(field, { key: "Enter" });
    await vi.waitFor(() => expect(post).toHaveBeenCalledTimes(2));
    expect(post.mock.calls[1]?.[1]).toMatchObject({ body: { drilled: "140 mm" } });
    expect(screen.getByRole("link", { name: "Letter" }).getAttribute("href")).toContain("/api/pens/7/drill-template.pdf?paper=letter");
  });
});
