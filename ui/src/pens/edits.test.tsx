// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { api, type Bench } from "../api/client";
import { keys } from "../api/queries";
import { usePenEdits } from "./usePenEdits";

/** A small server: one pen with a revision, refusing stale edits as the real one does. */
class Server {
  revision = 1;
  width: unknown = 100;
  asked: { method: string; path: string; match: string | null }[] = [];
  delay: Record<string, number> = {};
  down = false;

  bench(width: unknown = this.width): Partial<Bench> {
    return { id: 7, revision: this.revision, views: [], model: { parts: [] } as unknown as Bench["model"], values: { width: { value: width as number, typed: null, text: { metric: "", imperial: "" }, stops: [], matters: true } } };
  }

  answer = async (method: string, path: string, init: Init) => {
    if (this.down) throw new TypeError("no network");
    const match = init.params?.header?.["If-Match"] ?? null;
    const where = path.replace("{pen_id}", "7").replace("{step}", String(init.params?.path?.step));
    this.asked.push({ method, path: where, match });
    await new Promise((done) => setTimeout(done, this.delay[where] ?? 0));
    if (init.signal?.aborted) throw new DOMException("stopped", "AbortError");
    const good = (data: unknown) => ({ data, response: new Response(null, { status: 200 }) });
    const bad = (status: number, error: unknown) => ({ error, response: new Response(null, { status }) });
    const width = init.body?.values?.width;
    if (where.endsWith("/try")) return good(this.bench(width));
    if (method === "PATCH") {
      if (match !== `"${this.revision}"`)
        return bad(412, { title: "Changed", detail: "meanwhile", revision: this.revision, theirs: { values: { width: this.width } } });
      if (width === "wide") return bad(422, { title: "Unreadable", detail: "not a length", field: "width", allowed: "a length" });
      this.width = width;
    }
    if (method !== "GET") this.revision += 1;
    return good(this.bench());
  };
}

interface Init {
  params?: { path?: { step?: string }; header?: Record<string, string> };
  body?: { values?: { width?: unknown } };
  signal?: AbortSignal;
}

let server: Server;
let cache: QueryClient;

beforeEach(() => {
  server = new Server();
  cache = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  cache.setQueryData(keys.pen(7), server.bench());
  for (const method of ["GET", "POST", "PATCH"] as const)
    vi.spyOn(api, method).mockImplementation(((path: string, init: Init) => server.answer(method, path, init)) as never);
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

function open() {
  const wrapper = ({ children }: { children: ReactNode }) => <QueryClientProvider client={cache}>{children}</QueryClientProvider>;
  return renderHook(() => usePenEdits(7, { units: "metric", drawn: "solid" }), { wrapper }).result;
}

const keptWidth = () => cache.getQueryData<Bench>(keys.pen(7))?.values["width"]?.value;

describe("edits of a pen", () => {
  it("are sent one after another, each from the newest revision", async () => {
    const edits = open();
    server.delay["/api/pens/7"] = 20;
    act(() => {
      edits.current.keep({ values: { width: 200 } });
      edits.current.keep({ values: { width: 300 } });
      edits.current.keep({ values: { width: 400 } });
    });
    await waitFor(() => expect(keptWidth()).toBe(400));
    expect(server.asked.map((one) => one.match)).toEqual(['"1"', '"2"', '"3"']);
    expect(edits.current.problem).toBeNull();
  });

  it("refused leave what was kept and tell the field", async () => {
    const edits = open();
    act(() => edits.current.keep({ values: { width: "wide" } }));
    await waitFor(() => expect(edits.current.problem?.problem.field).toBe("width"));
    expect(keptWidth()).toBe(100);
    expect(edits.current.problem?.edit).toEqual({ values: { width: "wide" } });
    act(() => edits.current.keep({ values: { width: 250 } }));
    await waitFor(() => expect(keptWidth()).toBe(250));
    expect(edits.current.problem).toBeNull();
  });

  it("that came too late keep both sides, and mine can be put on top", async () => {
    const edits = open();
    server.revision = 5;
    server.width = 555;
    act(() => edits.current.keep({ values: { width: 200 } }));
    await waitFor(() => expect(edits.current.conflict).not.toBeNull());
    expect(edits.current.conflict?.mine).toEqual({ values: { width: 200 } });
    expect(edits.current.conflict?.problem.theirs).toEqual({ values: { width: 555 } });
    await act(() => edits.current.resolve("mine"));
    await waitFor(() => expect(keptWidth()).toBe(200));
    expect(server.revision).toBe(6);
    expect(edits.current.conflict).toBeNull();
  });

  it("that came too late can yield to what stands", async () => {
    const edits = open();
    server.revision = 5;
    server.width = 555;
    act(() => edits.current.keep({ values: { width: 200 } }));
    await waitFor(() => expect(edits.current.conflict).not.toBeNull());
    await act(() => edits.current.resolve("theirs"));
    expect(keptWidth()).toBe(555);
    expect(server.revision).toBe(5);
  });

  it("being tried show the newest answer only, and keep nothing", async () => {
    const edits = open();
    server.delay["/api/pens/7/try"] = 15;
    await act(async () => {
      void edits.current.tryValues({ width: 111 });
      void edits.current.tryValues({ width: 222 });
      void edits.current.tryValues({ width: 333 });
    });
    await waitFor(() => expect(edits.current.trial?.trial.values["width"]?.value).toBe(333));
    expect(server.asked.filter((one) => one.path.endsWith("/try")).length).toBe(2);
    expect(keptWidth()).toBe(100);
    act(() => edits.current.drop());
    expect(edits.current.trial).toBeNull();
  });

  it("without a server wait in their order, say what waits, and go when it is back", async () => {
    const edits = open();
    server.down = true;
    act(() => {
      edits.current.keep({ values: { width: 200 } });
      edits.current.keep({ values: { width: 300 } });
    });
    await waitFor(() => expect(edits.current.unsent).toEqual([{ values: { width: 200 } }, { values: { width: 300 } }]));
    expect(keptWidth()).toBe(100);
    server.down = false;
    await waitFor(() => expect(edits.current.unsent).toEqual([]), { timeout: 5000 });
    await waitFor(() => expect(keptWidth()).toBe(300), { timeout: 5000 });
    expect(server.asked.map((one) => one.match)).toEqual(['"1"', '"2"']);
  });

  it("step back and on from the newest revision", async () => {
    const edits = open();
    act(() => edits.current.step("undo"));
    await waitFor(() => expect(server.asked.length).toBe(1));
    expect(server.asked[0]).toMatchObject({ path: "/api/pens/7/undo", match: '"1"' });
  });
});
