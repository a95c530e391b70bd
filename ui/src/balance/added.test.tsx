// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Bench } from "../api/client";
import { Standing } from "../testing/app";
import { words } from "../testing/words";
import { AddedBoard } from "./AddedBoard";

const lines = [
  { words: words("a hatch"), without: { house_hatch: "no" }, adds: { mass: 0.5, cost: 10.7, hours: 0.2 }, said: { mass: words("0.50 kg"), cost: words("11"), hours: words("0 h") } },
  { words: words("a house"), without: { house: "no" }, adds: { mass: 49.3, cost: 345, gust: -1.5 }, said: { mass: words("49.3 kg"), cost: words("345"), gust: words("1.5 m/s") } },
];

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe("what each thing costs", () => {
  it("is told by weight, the heaviest first, and what reads as nothing is a dash", async () => {
    const body = lines.map((one) => JSON.stringify(one)).join("\n");
    vi.spyOn(globalThis, "fetch").mockResolvedValue(new Response(`${body}\n`));
    render(
      <Standing>
        <AddedBoard bench={{ id: 1, revision: 1 } as Bench} />
      </Standing>,
    );
    fireEvent.click(screen.getByRole("button", { name: "Leave each out and judge again" }));
    await screen.findByText("a house");
    const [, house, hatch] = screen.getAllByRole("row");
    expect(house && within(house).getAllByRole("cell").map((cell) => cell.textContent)).toEqual(["+49.3 kg", "–", "−1.5 m/s", "+345", "–"]);
    expect(hatch && within(hatch).getAllByRole("cell").map((cell) => cell.textContent)).toEqual(["+0.50 kg", "–", "–", "+11", "–"]);
  });
});
