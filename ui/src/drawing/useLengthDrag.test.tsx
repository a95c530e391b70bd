// @vitest-environment jsdom
import { act, cleanup, renderHook } from "@testing-library/react";
import type { PointerEvent } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Bench } from "../api/client";
import { UnitsProvider } from "../kit/units";
import { useLengthDrag, type Parameter } from "./useLengthDrag";

afterEach(cleanup);

const parameter = (name: string, kind: string, low: number, high: number) => ({ name, kind, low, high, label: name, group: "size", choices: [], note: "" }) as Parameter;
const bench = {
  values: {
    length: { value: 3000, typed: null, text: { metric: "", imperial: "" }, stops: [3048] },
    roofed: { value: 0.5, typed: null, text: { metric: "", imperial: "" }, stops: [], matters: true },
    gear: { value: "skids", typed: null, text: { metric: "", imperial: "" }, stops: [], matters: true },
  },
} as unknown as Bench;

function pulling() {
  const calls = { onTry: vi.fn(), onKeep: vi.fn(), onDrop: vi.fn() };
  const parameters = [parameter("length", "length", 1200, 4800), parameter("roofed", "share", 0, 1), parameter("gear", "choice", 0, 0)];
  const hook = renderHook(() => useLengthDrag(bench, { parameters, live: false, refused: "", ...calls }), { wrapper: UnitsProvider });
  return { ...calls, hook: hook.result };
}

const at = (x: number, y = 0) =>
  ({ clientX: x, clientY: y, pointerId: 1, stopPropagation: () => undefined, currentTarget: { setPointerCapture: () => undefined } }) as unknown as PointerEvent<Element>;

/** A tenth of a pixel for each mm, to the right. */
const hold = (hook: ReturnType<typeof pulling>["hook"], name = "length", gives = 1) => {
  const grip = hook.current.grip(name, [0.1, 0], gives);
  if (!grip) throw new Error(`no grip on ${name}`);
  return grip;
};

describe("a length pulled on a drawing", () => {
  it("follows the pointer along its way, rests on a stop, and is kept once when let go", () => {
    const { hook, onTry, onKeep } = pulling();
    const grip = hold(hook);
    act(() => grip.onPointerDown(at(0)));
    act(() => grip.onPointerMove(at(4)));
    expect(onTry).toHaveBeenLastCalledWith({ length: 3048 });
    act(() => grip.onPointerMove(at(4, 90)));
    expect(onTry).toHaveBeenCalledTimes(1);
    act(() => grip.onPointerUp(at(4)));
    expect(onKeep.mock.calls).toEqual([[{ length: 3048 }]]);
  });

  it("stops at its limit and says so", () => {
    const { hook, onTry } = pulling();
    const grip = hold(hook);
    act(() => grip.onPointerDown(at(0)));
    act(() => grip.onPointerMove(at(900)));
    expect(onTry).toHaveBeenLastCalledWith({ length: 4800 });
    expect(hook.current.said).toContain("most");
    act(() => grip.onPointerMove(at(-900)));
    expect(onTry).toHaveBeenLastCalledWith({ length: 1200 });
    expect(hook.current.said).toContain("least");
  });

  it("is let go with Escape and nothing is kept", () => {
    const { hook, onKeep, onDrop } = pulling();
    const grip = hold(hook);
    act(() => grip.onPointerDown(at(0)));
    act(() => grip.onPointerMove(at(20)));
    act(() => void window.dispatchEvent(new KeyboardEvent("keydown", { key: "Escape" })));
    act(() => grip.onPointerUp(at(4)));
    expect(onDrop).toHaveBeenCalledOnce();
    expect(onKeep).not.toHaveBeenCalled();
  });

  it("gives a share by what a millimetre is of the whole", () => {
    const { hook, onTry } = pulling();
    const grip = hold(hook, "roofed", 1 / 4000);
    act(() => grip.onPointerDown(at(0)));
    act(() => grip.onPointerMove(at(100)));
    expect(onTry).toHaveBeenLastCalledWith({ roofed: 0.75 });
  });

  it("is nudged by arrow keys and has no grip where there is nothing to pull", () => {
    const { hook, onKeep } = pulling();
    const key = (name: string, shiftKey = false) => ({ key: name, shiftKey, preventDefault: () => undefined, stopPropagation: () => undefined }) as never;
    act(() => hold(hook).onKeyDown(key("ArrowLeft")));
    act(() => hold(hook).onKeyDown(key("ArrowUp", true)));
    const [down, up] = onKeep.mock.calls.map(([values]) => Number(values.length) - 3000) as [number, number];
    expect(down).toBeLessThan(0);
    expect(up).toBeCloseTo(-4 * down);
    expect(hook.current.grip("gear", [1, 0], 1)).toBeNull();
  });
});
