// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { useDrag } from "./useDrag";

function Thing({ onMove, onEnd, onDrop, sideways = false }: { onMove: (x: number) => void; onEnd: () => void; onDrop: () => void; sideways?: boolean }) {
  const drag = useDrag<object>({ start: () => ({}), move: (_, event) => onMove(event.clientX), end: onEnd, drop: onDrop, sideways });
  return <div data-testid="thing" {...drag} />;
}

const pulled = (sideways = false) => {
  const [move, end, drop] = [vi.fn(), vi.fn(), vi.fn()];
  render(<Thing onMove={move} onEnd={end} onDrop={drop} sideways={sideways} />);
  return { thing: screen.getByTestId("thing"), move, end, drop };
};

describe("pulling with a pointer", () => {
  afterEach(cleanup);

  it("goes with the pointer till it is let go, and no farther", () => {
    const { thing, move, end } = pulled();
    fireEvent.pointerDown(thing, { clientX: 10, pointerId: 1 });
    fireEvent.pointerMove(thing, { clientX: 20, pointerId: 1 });
    fireEvent.pointerUp(thing, { clientX: 20, pointerId: 1 });
    fireEvent.pointerMove(thing, { clientX: 90, pointerId: 1 });
    expect(move.mock.calls).toEqual([[20]]);
    expect(end).toHaveBeenCalledOnce();
  });

  it.each(["pointerCancel", "lostPointerCapture"] as const)("is over when it is cancelled by %s", (how) => {
    const { thing, move, end, drop } = pulled();
    fireEvent.pointerDown(thing, { clientX: 10, pointerId: 1 });
    fireEvent[how](thing, { pointerId: 1 });
    fireEvent.pointerMove(thing, { clientX: 90, pointerId: 1 });
    fireEvent.pointerUp(thing, { clientX: 90, pointerId: 1 });
    expect(drop).toHaveBeenCalledOnce();
    expect(move).not.toHaveBeenCalled();
    expect(end).not.toHaveBeenCalled();
  });

  it("lets go at Escape and leaves a second finger alone", () => {
    const { thing, end, drop } = pulled();
    fireEvent.pointerDown(thing, { clientX: 10, pointerId: 1 });
    fireEvent.pointerDown(thing, { clientX: 50, pointerId: 2 });
    fireEvent.pointerUp(thing, { clientX: 50, pointerId: 2 });
    expect(end).not.toHaveBeenCalled();
    fireEvent.keyDown(window, { key: "Escape" });
    expect(drop).toHaveBeenCalledOnce();
  });

  it("takes a finger's swipe up for scrolling, not for a pull", () => {
    const { thing, move, end, drop } = pulled(true);
    fireEvent.pointerDown(thing, { clientX: 10, clientY: 10, pointerId: 1, pointerType: "touch" });
    fireEvent.pointerMove(thing, { clientX: 12, clientY: 40, pointerId: 1, pointerType: "touch" });
    fireEvent.pointerMove(thing, { clientX: 90, clientY: 60, pointerId: 1, pointerType: "touch" });
    fireEvent.pointerUp(thing, { clientX: 90, clientY: 60, pointerId: 1, pointerType: "touch" });
    for (const each of [move, end, drop]) expect(each).not.toHaveBeenCalled();
    fireEvent.pointerDown(thing, { clientX: 10, clientY: 10, pointerId: 2, pointerType: "touch" });
    fireEvent.pointerMove(thing, { clientX: 40, clientY: 12, pointerId: 2, pointerType: "touch" });
    fireEvent.pointerUp(thing, { clientX: 40, clientY: 12, pointerId: 2, pointerType: "touch" });
    expect(move.mock.calls).toEqual([[40]]);
    expect(end).toHaveBeenCalledOnce();
  });
});
