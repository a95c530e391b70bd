// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { Problem } from "../api/client";
import { FlockForm, newFlock } from "./FlockForm";

afterEach(cleanup);
const strains = [
  { key: "broiler-fast", label: "broiler, fast", to_grass_day: 21, leaves_from_day: 49, leaves_to_day: 56 },
  { key: "turkey-tom", label: "turkey tom", to_grass_day: 42, leaves_from_day: 112, leaves_to_day: 140 },
];
const set = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
const value = (label: string) => (screen.getByLabelText(label) as HTMLInputElement).value;
const keepIt = () => fireEvent.click(screen.getByRole("button"));

describe("the form of a flock", () => {
  it("fills in the usual days from strain and hatch, and lets them be changed", () => {
    const keep = vi.fn();
    render(<FlockForm strains={strains} start={newFlock(strains, "2026-03-30")} word="Keep" problem={null} onKeep={keep} />);
    set("Hatched", "2026-04-01");
    expect([value("Out on grass"), value("Leave")]).toEqual(["2026-04-22", "2026-05-20"]);
    set("Birds", "turkey-tom");
    expect([value("Out on grass"), value("Leave")]).toEqual(["2026-05-13", "2026-07-22"]);
    set("Leave", "2026-08-01");
    set("How many", " 12 ");
    keepIt();
    expect(keep).toHaveBeenCalledWith({
      name: "Spring broilers",
      strain: "turkey-tom",
      placed: 12,
      hatch: "2026-04-01",
      out: "2026-05-13",
      leaves: "2026-08-01",
    });
  });

  it("sends what is no number as it was typed, to be refused by name", () => {
    const keep = vi.fn();
    render(<FlockForm strains={strains} start={newFlock(strains, "2026-03-30")} word="Keep" problem={null} onKeep={keep} />);
    set("How many", "a few");
    keepIt();
    expect(keep.mock.calls[0]?.[0].placed).toBe("a few");
    expect(value("How many")).toBe("a few");
  });

  it("puts a refusal beside its field, with what is allowed", () => {
    const problem = new Problem(422, "", "The birds cannot leave before they have gone out", "leaves", "after 2026-04-22");
    render(<FlockForm strains={strains} start={newFlock(strains, "2026-03-30")} word="Keep" problem={problem} onKeep={() => {}} />);
    expect(screen.getByLabelText("Leave").getAttribute("aria-invalid")).toBe("true");
    expect(screen.getByLabelText("Hatched").getAttribute("aria-invalid")).toBeNull();
    expect(screen.getByRole("alert").textContent).toContain("Allowed: after 2026-04-22");
  });
});
