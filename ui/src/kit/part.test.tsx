// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { Part } from "./Part";
import { Shortcuts } from "./Shortcuts";

let breaks = true;

function Fragile() {
  if (breaks) throw new Error("a figure was missing");
  return <p>the drawing</p>;
}

beforeEach(() => {
  breaks = true;
  window.localStorage.clear();
});

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe("a part of the screen that breaks", () => {
  it("says so in words, leaves the rest alone and can be tried again", () => {
    vi.spyOn(console, "error").mockImplementation(() => undefined);
    render(
      <>
        <Part name="the drawing">
          <Fragile />
        </Part>
        <p>the verdicts</p>
      </>,
    );
    expect(screen.getByRole("alert").textContent).toContain("Something went wrong in the drawing");
    expect(screen.getByText("the verdicts")).toBeTruthy();
    expect(screen.getByRole("link", { name: "To the pens" }).getAttribute("href")).toBe("/pens");
    breaks = false;
    fireEvent.click(screen.getByRole("button", { name: "Try again" }));
    expect(screen.getByText("the drawing")).toBeTruthy();
    expect(screen.queryByRole("alert")).toBeNull();
  });
});

describe("single letters", () => {
  const shown = () =>
    render(
      <MemoryRouter>
        <Shortcuts parts={[["/flocks", "Flocks"]]} />
      </MemoryRouter>,
    );

  it("can be switched off, and stay so", async () => {
    shown();
    fireEvent.keyDown(window, { key: "?" });
    const dialog = await screen.findByRole("dialog");
    expect(dialog.textContent).toContain("to Flocks");
    fireEvent.click(screen.getByRole("checkbox"));
    fireEvent.click(screen.getByRole("button", { name: "Close" }));
    cleanup();
    shown();
    fireEvent.keyDown(window, { key: "?" });
    await Promise.resolve();
    expect(screen.queryByRole("dialog")).toBeNull();
    fireEvent.click(screen.getByRole("button", { name: "Keys" }));
    expect((await screen.findByRole("dialog")).textContent).not.toContain("to Flocks");
  });
});
