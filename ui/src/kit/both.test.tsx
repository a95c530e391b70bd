// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, fireEvent, render, renderHook, screen, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { Problem } from "../api/client";
import { BothSides, sidesOf } from "./BothSides";
import { useKeptForm } from "./useKeptForm";

afterEach(cleanup);

const stale = (theirs: Record<string, unknown>, revision: number) => new Problem(412, "Changed", "meanwhile", "revision", "", theirs, revision);

describe("both sides", () => {
  it("are what differs, in the form's own words", () => {
    const problem = stale({ name: "Spring", placed: 40, out: "2026-04-22" }, 3);
    expect(sidesOf({ name: "Spring", placed: 25, out: "2026-04-23" }, problem, { placed: "How many" })).toEqual([
      { label: "How many", theirs: "40", mine: "25" },
      { label: "out", theirs: "2026-04-22", mine: "2026-04-23" },
    ]);
  });

  it("are put away as theirs", () => {
    const resolve = vi.fn();
    render(<BothSides what="field" sides={[{ label: "Length", theirs: "40", mine: "30" }]} onResolve={resolve} />);
    expect(screen.getByText("Length").closest("tr")?.textContent).toBe("Length4030");
    fireEvent.click(screen.getByRole("button", { name: "Close" }));
    expect(resolve).toHaveBeenCalledWith("theirs");
  });
});

describe("a kept form", () => {
  function open(send: (body: string, base: number) => Promise<{ revision: number }>) {
    const cache = new QueryClient();
    const wrapper = ({ children }: { children: ReactNode }) => <QueryClientProvider client={cache}>{children}</QueryClientProvider>;
    const revision = { now: 1 };
    const [onKept, refresh] = [vi.fn((out: { revision: number }) => (revision.now = out.revision)), vi.fn()];
    const { result } = renderHook(() => useKeptForm({ name: "form", latest: () => revision.now, send, onKept, refresh }), { wrapper });
    return { result, onKept, refresh };
  }

  it("holds mine when someone was faster, and sends it from theirs when asked", async () => {
    const send = vi.fn(async (_body: string, base: number) => {
      if (base < 5) throw stale({}, 5);
      return { revision: 6 };
    });
    const { result, onKept, refresh } = open(send);
    act(() => result.current.keep("mine"));
    await waitFor(() => expect(result.current.conflict?.mine).toBe("mine"));
    expect(result.current.problem).toBeNull();
    act(() => result.current.resolve("mine"));
    await waitFor(() => expect(onKept).toHaveBeenCalledOnce());
    expect(send.mock.calls).toEqual([["mine", 1], ["mine", 5]]);
    expect(refresh).not.toHaveBeenCalled();
  });

  it("sends edits made in a hurry one after another, each from the one before", async () => {
    let standing = 1;
    const send = vi.fn(async (_body: string, base: number) => {
      await new Promise((done) => setTimeout(done, 5));
      if (base !== standing) throw stale({}, standing);
      standing += 1;
      return { revision: standing };
    });
    const { result, onKept } = open(send);
    act(() => ["a", "b", "c"].forEach((body) => result.current.keep(body)));
    await waitFor(() => expect(onKept).toHaveBeenCalledTimes(3));
    expect(send.mock.calls.map((call) => call[1])).toEqual([1, 2, 3]);
    expect(result.current.conflict).toBeNull();
  });

  it("yields to what stands by looking again", async () => {
    const { result, refresh } = open(async () => {
      throw stale({}, 5);
    });
    act(() => result.current.keep("mine"));
    await waitFor(() => expect(result.current.conflict).not.toBeNull());
    act(() => result.current.resolve("theirs"));
    expect(refresh).toHaveBeenCalledOnce();
    expect(result.current.conflict).toBeNull();
  });

  it("passes any other refusal on", async () => {
    const { result } = open(async () => {
      throw new Problem(422, "Outside", "too many", "placed", "1 to 2000");
    });
    act(() => result.current.keep("x"));
    await waitFor(() => expect(result.current.problem?.field).toBe("placed"));
    expect(result.current.conflict).toBeNull();
  });
});
