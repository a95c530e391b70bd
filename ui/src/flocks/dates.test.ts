import { describe, expect, it } from "vitest";
import { addDays, sayDay } from "./dates";

describe("days", () => {
  it("crosses months, leap days and years", () => {
    expect(addDays("2026-04-22", 28)).toBe("2026-05-20");
    expect(addDays("2028-02-28", 1)).toBe("2028-02-29");
    expect(addDays("2026-12-31", 1)).toBe("2027-01-01");
    expect(addDays("nonsense", 1)).toBe("");
  });

  it("is said with its month", () => expect(sayDay("2026-04-02")).toBe("2 April"));
});
