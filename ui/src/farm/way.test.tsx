// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { frameOf } from "../drawing/way";
import { Standing } from "../testing/app";
import { words } from "../testing/words";
import { WayPanel } from "./WayPanel";
import type { Place, Schemas } from "../api/client";

const stretch = (east_m: number, north_m: number): Schemas["StretchOut"] => ({
  east_m,
  north_m,
  width_mm: 3000,
  room_mm: 10000,
  rise_percent: 0,
  ground: "",
  length: words("30 m"),
  width: words("3.000 m"),
  room: words("10.000 m"),
  bend: words("90°"),
});

const shown = (way: Schemas["StretchOut"][], problem = null as never) => {
  const onKeep = vi.fn();
  render(<WayPanel place={{ way } as Place} grounds={[{ key: "wet", label: "wet soft ground", note: "" }]} problem={problem} onKeep={onKeep} />, { wrapper: Standing });
  return onKeep;
};

describe("squared paper", () => {
  it("shows a metre where it lies and reads it back to the half metre", () => {
    const frame = frameOf([{ east_m: 0, north_m: 80 }, { east_m: 120, north_m: 40 }]);
    for (const spot of [{ east_m: 0, north_m: 0 }, { east_m: 120, north_m: 40 }, { east_m: -7.5, north_m: 12 }]) {
      expect(frame.spot(...frame.at(spot))).toEqual(spot);
    }
    const [x, y] = frame.at({ east_m: 120, north_m: 80 });
    expect(x).toBeLessThanOrEqual(640);
    expect(y).toBeGreaterThanOrEqual(0);
  });

  it("has a square's edge through where the way begins, and never more squares than can be read", () => {
    for (const far of [1, 60, 900, 4000]) {
      const frame = frameOf([{ east_m: far, north_m: far / 3 }]);
      const [x] = frame.at({ east_m: 0, north_m: 0 });
      const across = frame.rules.filter((rule) => rule.includes("V"));
      expect(across.length).toBeLessThanOrEqual(17);
      expect(across.some((rule) => Math.abs(Number(rule.slice(1).split(" ")[0]) - x) < 1e-6)).toBe(true);
    }
  });
});

describe("the way to the field", () => {
  beforeEach(() => {
    Element.prototype.getBoundingClientRect = () => ({ left: 0, top: 0, width: 640, height: 400 }) as DOMRect;
  });
  afterEach(cleanup);

  it("goes straight on from the last stretch", async () => {
    const onKeep = shown([stretch(0, 20), stretch(30, 20)]);
    fireEvent.click(await screen.findByRole("button", { name: "A stretch straight on" }));
    expect(onKeep.mock.calls[0]?.[0]).toHaveLength(3);
    expect(onKeep.mock.calls[0]?.[0][2]).toEqual({ east_m: 60, north_m: 20 });
  });

  it("draws the next stretch to where the paper is clicked", async () => {
    const onKeep = shown([]);
    const paper = await screen.findByRole("group", { name: "The way from above" });
    const to = { east_m: 10, north_m: 15 };
    const [clientX, clientY] = frameOf([]).at(to);
    fireEvent.pointerUp(paper, { clientX, clientY });
    expect(onKeep).toHaveBeenCalledWith([to]);
  });

  it("nudges an end by the arrow keys and takes a stretch out", async () => {
    const onKeep = shown([stretch(0, 20), stretch(30, 20)]);
    fireEvent.keyDown(await screen.findByRole("button", { name: /end of stretch 2/ }), { key: "ArrowUp", shiftKey: true });
    expect(onKeep.mock.calls[0]?.[0][1]).toMatchObject({ east_m: 30, north_m: 25 });
    fireEvent.click(screen.getByRole("button", { name: "Take out stretch 1" }));
    expect(onKeep.mock.calls[1]?.[0]).toEqual([expect.objectContaining({ east_m: 30 })]);
  });

  it("leaves an end that is only touched, and one let go of by Escape, where it is", async () => {
    Element.prototype.setPointerCapture = () => undefined;
    const onKeep = shown([stretch(0, 20), stretch(27.4, 20)]);
    const end = await screen.findByRole("button", { name: /end of stretch 2/ });
    fireEvent.pointerDown(end, { clientX: 300, clientY: 200 });
    fireEvent.pointerUp(end, { clientX: 300, clientY: 200 });
    fireEvent.pointerDown(end, { clientX: 300, clientY: 200 });
    fireEvent.pointerMove(end, { clientX: 350, clientY: 120 });
    fireEvent.keyDown(end, { key: "Escape" });
    fireEvent.pointerUp(end, { clientX: 350, clientY: 120 });
    expect(onKeep).not.toHaveBeenCalled();
    fireEvent.pointerDown(end, { clientX: 300, clientY: 200 });
    fireEvent.pointerMove(end, { clientX: 350, clientY: 120 });
    fireEvent.pointerUp(end, { clientX: 350, clientY: 120 });
    expect(onKeep).toHaveBeenCalledOnce();
  });

  it("sends a length as it was typed, and keeps what is refused where it stands", async () => {
    const problem = { field: "way-1-width_mm", message: "“wide” is not a length" } as never;
    const onKeep = shown([stretch(0, 20)], problem);
    const row = within(await screen.findByRole("row", { name: /the field/ }));
    fireEvent.change(row.getByLabelText("Length of stretch 1"), { target: { value: "82 ft" } });
    fireEvent.keyDown(row.getByLabelText("Length of stretch 1"), { key: "Enter" });
    await waitFor(() => expect(onKeep).toHaveBeenCalledWith([expect.objectContaining({ length: "82 ft" })]));
    expect(row.getByRole("alert").textContent).toContain("not a length");
  });
});
