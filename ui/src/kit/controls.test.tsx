// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Finding } from "../api/client";
import { Entry } from "./Entry";
import { Level } from "./Level";
import { Notches } from "./Notches";
import { Pick } from "./Pick";
import { RoofBoard } from "./RoofBoard";
import { Tape } from "./Tape";
import { Trouble } from "./Trouble";
import { Standing } from "../testing/app";
import { UndoRedo } from "./UndoRedo";
import { UnitsProvider, useUnits } from "./units";
import { Steps, written } from "./Worksheet";
import { Problem } from "../api/client";
import { words } from "../testing/words";
import { declared } from "../testing/declared";


afterEach(() => {
  cleanup();
  window.localStorage.clear();
});

const WORDS = { short: "short", between: "hard", right: "right", ample: "to spare" } as const;

function finding(verdict: Finding["verdict"], ratio: number): Finding {
  return {
    ...declared("moving", verdict),
    what: "moving",
    title: "Moving",
    verdict,
    word: verdict ? WORDS[verdict] : "",
    ratio,
    least: 2 * ratio,
    least_at: 0.5,
    cost: verdict === "between" ? words("every move tires") : null,
    figure: words("lift 33.6 kg", "lift 74.2 lb"),
    sentence: words("too much for one man"),
    limit: words(""),
    band: null,
  band_words: null,
    answer: "ratio",
  };
}

describe("Level", () => {
  it.each([
    ["short", 0.4, "short", 0],
    ["between", 0.7, "hard", 0],
    ["right", 1.1, "right", 1],
    ["ample", 2.5, "to spare", 2],
  ] as const)("says a verdict that is %s in shape, place and word", (verdict, ratio, word, ellipses) => {
    const open = vi.fn();
    const { container } = render(<Level finding={finding(verdict, ratio)} onOpen={open} />, { wrapper: UnitsProvider });
    expect(screen.getByText(word)).toBeTruthy();
    expect(container.querySelectorAll("ellipse").length).toBe(ellipses);
    expect(screen.queryByText("every move tires") !== null).toBe(verdict === "between");
    fireEvent.click(screen.getByRole("button"));
    expect(open).toHaveBeenCalledOnce();
    expect(screen.getByRole("button", { name: new RegExp(`Moving.*${word}`) })).toBeTruthy();
  });
});

it("tells what carries no grade without a bubble or a word", () => {
  const { container } = render(<Level finding={finding(null, 0.8)} onOpen={vi.fn()} />, { wrapper: UnitsProvider });
  expect(container.querySelector("[data-grade=told]")).toBeTruthy();
  expect(container.querySelectorAll("ellipse").length).toBe(0);
});

describe("Entry", () => {
  it("keeps on Enter and on leaving, once, and only what changed", async () => {
    const keep = vi.fn();
    render(<Entry label="Width" value="8 ft" onKeep={keep} />);
    const field = screen.getByLabelText("Width");
    await userEvent.click(field);
    await userEvent.tab();
    expect(keep).not.toHaveBeenCalled();
    await userEvent.clear(field);
    await userEvent.type(field, "2.4m{Enter}");
    expect(keep).toHaveBeenLastCalledWith("2.4m");
  });

  it("takes back what was typed on Escape", async () => {
    const keep = vi.fn();
    render(<Entry label="Width" value="8 ft" onKeep={keep} />);
    await userEvent.type(screen.getByLabelText("Width"), " wide{Escape}");
    expect((screen.getByLabelText("Width") as HTMLInputElement).value).toBe("8 ft");
    expect(keep).not.toHaveBeenCalled();
  });

  it("leaves a refused value as typed with its reason, and yields to a new value from outside", async () => {
    const { rerender } = render(<Entry label="Width" value="8 ft" onKeep={() => {}} />);
    await userEvent.clear(screen.getByLabelText("Width"));
    await userEvent.type(screen.getByLabelText("Width"), "wide{Enter}");
    rerender(<Entry label="Width" value="8 ft" error="not a length" onKeep={() => {}} />);
    const field = screen.getByLabelText("Width") as HTMLInputElement;
    expect(field.value).toBe("wide");
    expect(field.getAttribute("aria-invalid")).toBe("true");
    expect(screen.getByRole("alert").textContent).toBe("not a length");
    rerender(<Entry label="Width" value="9 ft" onKeep={() => {}} />);
    expect(field.value).toBe("9 ft");
  });
});

describe("Tape", () => {
  const props = { label: "Length tape", low: 1000, high: 5000, value: 3000, stops: [2400, 3600], spoken: "3.000 m" };

  it("nudges with arrow keys and never past its ends", async () => {
    window.localStorage.setItem("ergamot-units", "metric");
    const keep = vi.fn();
    const { rerender } = render(<Tape {...props} onTry={vi.fn()} onKeep={keep} onDrop={vi.fn()} />, { wrapper: UnitsProvider });
    const tape = screen.getByRole("slider");
    fireEvent.keyDown(tape, { key: "ArrowRight" });
    expect(keep).toHaveBeenLastCalledWith(3010);
    fireEvent.keyDown(tape, { key: "ArrowLeft", shiftKey: true });
    expect(keep).toHaveBeenLastCalledWith(2960);
    fireEvent.keyDown(tape, { key: "a" });
    expect(keep).toHaveBeenCalledTimes(2);
    rerender(<Tape {...props} value={5000} onTry={vi.fn()} onKeep={keep} onDrop={vi.fn()} />);
    fireEvent.keyDown(tape, { key: "ArrowUp" });
    expect(keep).toHaveBeenLastCalledWith(5000);
  });

  it("tries while dragged, keeps once when let go, and Escape drops it", () => {
    const [tried, keep, drop] = [vi.fn(), vi.fn(), vi.fn()];
    render(<Tape {...props} onTry={tried} onKeep={keep} onDrop={drop} />, { wrapper: UnitsProvider });
    const tape = screen.getByRole("slider");
    tape.getBoundingClientRect = () => ({ left: 0, width: 380, top: 0, height: 44, right: 380, bottom: 44, x: 0, y: 0, toJSON: () => "" });
    fireEvent.pointerDown(tape, { clientX: 190, pointerId: 1 });
    fireEvent.pointerMove(tape, { clientX: 250, pointerId: 1 });
    fireEvent.pointerMove(tape, { clientX: 246, pointerId: 1 });
    expect(tried.mock.calls.length).toBeGreaterThanOrEqual(2);
    expect(keep).not.toHaveBeenCalled();
    fireEvent.pointerUp(tape, { pointerId: 1 });
    expect(keep).toHaveBeenCalledOnce();
    expect(keep.mock.calls[0]?.[0]).toBe(tried.mock.calls.at(-1)?.[0]);
    fireEvent.pointerDown(tape, { clientX: 100, pointerId: 1 });
    fireEvent.keyDown(tape, { key: "Escape" });
    fireEvent.pointerUp(tape, { pointerId: 1 });
    expect(drop).toHaveBeenCalledOnce();
    expect(keep).toHaveBeenCalledOnce();
  });

  it("says its length to those who cannot see it, and marks each stop on it", () => {
    const { container } = render(<Tape {...props} onTry={vi.fn()} onKeep={vi.fn()} onDrop={vi.fn()} />, { wrapper: UnitsProvider });
    expect(screen.getByRole("slider").getAttribute("aria-valuetext")).toBe("3.000 m");
    expect(container.querySelectorAll("path").length).toBe(2);
  });
});

describe("RoofBoard", () => {
  it("moves in twentieths between none and all", () => {
    const keep = vi.fn();
    const { rerender } = render(<RoofBoard label="Roofed" value={0.6} spoken="60 %" onTry={vi.fn()} onKeep={keep} onDrop={vi.fn()} />);
    const board = screen.getByRole("slider");
    fireEvent.keyDown(board, { key: "ArrowRight" });
    expect(keep.mock.calls[0]?.[0]).toBeCloseTo(0.65);
    rerender(<RoofBoard label="Roofed" value={1} spoken="100 %" onTry={vi.fn()} onKeep={keep} onDrop={vi.fn()} />);
    fireEvent.keyDown(board, { key: "ArrowUp" });
    expect(keep.mock.calls[1]?.[0]).toBe(1);
  });
});

describe("Pick", () => {
  it("shows what is chosen, and hands over the key of what is picked", async () => {
    const pick = vi.fn();
    render(
      <Pick
        label="Roof"
        value="pvc"
        options={[
          { key: "pvc", label: "corrugated PVC", note: "brittle in cold" },
          { key: "steel", label: "steel" },
        ]}
        onPick={pick}
        error="not sold here"
      />,
    );
    expect(screen.getByRole("alert").textContent).toBe("not sold here");
    await userEvent.click(screen.getByRole("button", { name: "Roof: corrugated PVC" }));
    await userEvent.click(screen.getByRole("option", { name: "steel" }));
    expect(pick).toHaveBeenCalledWith("steel");
  });
});

describe("words and working", () => {
  it("writes arithmetic as by hand", () => {
    expect(written("W*s/sqrt(1 + s**2)")).toBe("W × s ÷ √(1 + s²)");
    expect(written("a_f*max(1/3, (m/m_f)**0.67)")).toContain("^0.67");
    expect(written("- P7")).toBe("−P7");
  });

  it("prints a step with its figure, unit and source", () => {
    render(<Steps steps={[{ symbol: "A", says: "floor", expression: null, value: 6.1, printed: "6.1", unit: "m2", source: "the frame" }]} />);
    const row = screen.getByText("floor").closest("tr");
    expect(row?.textContent).toContain("6.1 m²");
    expect(row?.textContent).toContain("the frame");
  });

  it("tells what would be accepted, once", () => {
    const { rerender } = render(<Trouble problem={new Problem(422, "", "Width must be less", "width", "at most 12 ft")} />);
    expect(screen.getByRole("alert").textContent).toContain("Allowed: at most 12 ft");
    rerender(<Trouble problem={new Problem(422, "", "Width must be at most 12 ft", "width", "at most 12 ft")} />);
    expect(screen.getByRole("alert").textContent).not.toContain("Allowed");
    rerender(<Trouble problem={null} />);
    expect(screen.queryByRole("alert")).toBeNull();
  });

  it("offers only steps that are there", async () => {
    const step = vi.fn();
    const told = { of: "a pen", key: ["pen", 1, 1], read: () => Promise.resolve({ steps: [], older: null }) };
    render(<UndoRedo told={told} canUndo canRedo={false} onStep={step} />, { wrapper: Standing });
    await userEvent.click(screen.getByRole("button", { name: /Redo/ }));
    await userEvent.click(screen.getByRole("button", { name: /Undo/ }));
    expect(step.mock.calls).toEqual([["undo"]]);
  });

  it("remembers the keeper's units and switches everything at once", async () => {
    function Shown() {
      const { read, setSystem } = useUnits();
      return <button onClick={() => setSystem("metric")}>{read(words("2.438 m", "8 ft"))}</button>;
    }
    render(<Shown />, { wrapper: UnitsProvider });
    expect(screen.getByRole("button").textContent).toBe("8 ft");
    await userEvent.click(screen.getByRole("button"));
    expect(screen.getByRole("button").textContent).toBe("2.438 m");
    expect(window.localStorage.getItem("ergamot-units")).toBe("metric");
  });
});

describe("Notches", () => {
  const show = (value: number) => {
    const onKeep = vi.fn();
    render(<Notches label="Nests" low={1} high={12} value={value} spoken={String(value)} onKeep={onKeep} />);
    return onKeep;
  };

  it("goes one up and one down, and stops at both ends", () => {
    const onKeep = show(3);
    fireEvent.click(screen.getByRole("button", { name: "Nests: one more" }));
    fireEvent.click(screen.getByRole("button", { name: "Nests: one less" }));
    expect(onKeep.mock.calls).toEqual([[4], [2]]);
    cleanup();
    show(12);
    expect((screen.getByRole("button", { name: "Nests: one more" }) as HTMLButtonElement).disabled).toBe(true);
    cleanup();
    show(1);
    expect((screen.getByRole("button", { name: "Nests: one less" }) as HTMLButtonElement).disabled).toBe(true);
  });

  it("goes to whole numbers from between", () => {
    const onKeep = show(2.4);
    fireEvent.click(screen.getByRole("button", { name: "Nests: one more" }));
    expect(onKeep).toHaveBeenCalledWith(3);
  });
});
