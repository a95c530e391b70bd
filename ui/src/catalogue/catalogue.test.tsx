// @vitest-environment jsdom
import { cleanup, fireEvent, screen, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { openApp } from "../testing/app";

const columns = (...names: string[]) => names.map((name) => ({ name, heading: name === "density_kg_m3" ? "density, kg/m³" : name }));
const row = (key: string, own: boolean, density: string) => ({
  key,
  own,
  shipped: true,
  revision: own ? 2 : 0,
  shown: {}, id: 0, trouble: "", cells: { key, label: `${key} boards`, density_kg_m3: density, source: "common practice" },
});
const species = { name: "species", label: "Timber", key: "key", columns: columns("key", "label", "density_kg_m3", "source"), rows: [row("spf", false, "450"), row("larch", true, "590")] };
const meshes = { name: "meshes", label: "Mesh", key: "key", columns: columns("key", "label", "source"), rows: [] };

let put: [string, unknown, unknown][];

beforeEach(() => {
  put = [];
  vi.spyOn(api, "GET").mockImplementation((async () => ({ data: { tables: [species, meshes] }, response: new Response(null, { status: 200 }) })) as never);
  const refuse = async (path: string, init: { body?: { cells: Record<string, string> }; params: { header: unknown } }) => {
    put.push([path, init.params.header, init.body?.cells]);
    if (init.body?.cells["density_kg_m3"] === "lots") {
      return { error: { title: "Unreadable", detail: "“lots” cannot be read", field: "density_kg_m3" }, response: new Response(null, { status: 422 }) };
    }
    return { data: species.rows[0], response: new Response(null, { status: 200 }) };
  };
  vi.spyOn(api, "PUT").mockImplementation(refuse as never);
  vi.spyOn(api, "POST").mockImplementation(refuse as never);
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const open = () => openApp("/catalogue/species");

describe("the catalogue", () => {
  it("shows a table with figures, units and sources, and marks the farm's own rows", async () => {
    open();
    expect(await screen.findByRole("heading", { name: "Timber" })).toBeTruthy();
    expect(screen.getByText("density, kg/m³")).toBeTruthy();
    expect(screen.getByRole("cell", { name: "450" })).toBeTruthy();
    expect(within(screen.getByRole("cell", { name: /larch boards/ })).getByText("own")).toBeTruthy();
    expect(within(screen.getByRole("cell", { name: /spf boards/ })).queryByText("own")).toBeNull();
  });

  it("sends the whole row from its revision, and keeps what was typed when it is refused", async () => {
    open();
    fireEvent.click(await screen.findByRole("button", { name: "spf boards" }));
    const field = await screen.findByLabelText("density, kg/m³");
    fireEvent.change(field, { target: { value: "lots" } });
    fireEvent.click(screen.getByRole("button", { name: "Keep as this farm's own" }));
    expect((await screen.findByRole("alert")).textContent).toContain("cannot be read");
    expect((field as HTMLInputElement).value).toBe("lots");
    expect(field.getAttribute("aria-invalid")).toBe("true");
    expect(put[0]?.[1]).toEqual({ "If-Match": '"0"' });
    expect(screen.queryByRole("button", { name: "Back to the shipped figures" })).toBeNull();
  });

  it("goes back to the shipped figures of an own row", async () => {
    open();
    fireEvent.click(await screen.findByRole("button", { name: "larch boards" }));
    fireEvent.click(await screen.findByRole("button", { name: "Back to the shipped figures" }));
    await vi.waitFor(() => expect(put).toEqual([["/api/catalogue/{table}/{key}/shipped", { "If-Match": '"2"' }, undefined]]));
  });

  it("asks a new row for a name of its own", async () => {
    open();
    fireEvent.click(await screen.findByRole("button", { name: "Add a row of your own" }));
    fireEvent.click(await screen.findByRole("button", { name: "Keep as this farm's own" }));
    expect((await screen.findByRole("alert")).textContent).toContain("short name");
    fireEvent.change(screen.getByLabelText("key (short name)"), { target: { value: "spf" } });
    fireEvent.click(screen.getByRole("button", { name: "Keep as this farm's own" }));
    await vi.waitFor(() => expect(screen.getByRole("alert").textContent).toContain("already"));
    expect(put).toEqual([]);
  });
});
