// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { api, type Bench } from "../api/client";
import { UnitsProvider } from "../kit/units";
import { words } from "../testing/words";
import { WindPanel } from "./WindPanel";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const gusts = (least: number) => Array.from({ length: 24 }, (_, i) => ({ direction_deg: 15 * i, tip: 40, slide: least, lift: null, least, mode: "slides", text: words(`${least} m/s`) }));
const state = (key: string, label: string, least: number, verdict: "short" | "right") => ({
  key,
  label,
  stands: words(`${least} m/s`),
  sentence: words("slides first"),
  best: words("30 m/s"),
  verdict,
  word: verdict,
  gusts: gusts(least),
});
const wind = {
  states: [state("parked", "parked and shut", 22, "right"), state("open-1", "lid open", 15, "short")],
  act: words("17.6 m/s"),
  heading: null,
  tyings: [
    { key: "rebar", label: "rebar stake", pairs: null, layout: "round", sentence: words("six pairs do not hold") },
    { key: "t-post", label: "T-post", pairs: 2, layout: "sides", sentence: words("2 pairs along the long sides") },
  ],
  ballast: words("or 30 kg of ballast"),
  cans: 2,
  ties_note: "Pull on one.",
  leaves: [{ role: "lid", sentence: words("goes at 12 m/s"), enough: false }],
  cautions: [],
};
const bench = {
  id: 7,
  name: "Bramble",
  values: { length: { value: 3000 } },
  views: [{ name: "plan", outlines: [], behind: 0, dimensions: [], low: [0, -500], high: [3000, 500] }],
  gusts: gusts(22),
  design_gust_ms: 20,
  design_gust: words("20 m/s"),
  findings: [],
} as unknown as Bench;

async function show() {
  const post = vi.spyOn(api, "POST").mockResolvedValue({ data: wind, response: new Response() } as never);
  const onTry = vi.fn();
  render(
    <QueryClientProvider client={new QueryClient()}>
      <UnitsProvider>
        <WindPanel bench={bench} onTry={onTry} />
      </UnitsProvider>
    </QueryClientProvider>,
  );
  await screen.findByText("parked and shut");
  return { post, onTry };
}

describe("the pen's wind chart", () => {
  it("turns its rose to the state that is picked, and says which fall short", async () => {
    await show();
    expect(screen.getByLabelText("Wind chart, parked and shut")).toBeTruthy();
    const open = screen.getByRole("button", { name: /lid open/ });
    expect(open.textContent).toContain("short: 15 m/s");
    fireEvent.click(open);
    expect(screen.getByLabelText("Wind chart, lid open")).toBeTruthy();
    expect(screen.getByText(/17.6 m\/s/)).toBeTruthy();
  });

  it("ties it down with one press, only where there is something that holds", async () => {
    const { onTry } = await show();
    const tied = screen.getByRole("region", { name: "Tied down" });
    expect(within(tied).getAllByRole("button")).toHaveLength(2);
    fireEvent.click(within(tied).getByRole("button", { name: "tie it so" }));
    expect(onTry).toHaveBeenCalledWith({ anchors: 2, anchor: "t-post", anchors_at: "sides" });
    fireEvent.click(within(tied).getByRole("button", { name: "hang them so" }));
    expect(onTry).toHaveBeenCalledWith({ ballast: 2 });
  });

  it("asks again with where the wind is from today", async () => {
    const { post } = await show();
    fireEvent.click(screen.getByRole("button", { name: "W" }));
    await vi.waitFor(() => expect(post).toHaveBeenCalledTimes(2));
    expect(post.mock.calls[1]?.[1]).toMatchObject({ body: { wind_from_deg: 270, values: { length: 3000 } } });
  });
});
