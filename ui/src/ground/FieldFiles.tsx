import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { answer, api, Problem, type Field } from "../api/client";
import { keys } from "../api/queries";
import { renew } from "../api/show";
import { Trouble } from "../kit/Trouble";

/** A field in from a GeoJSON file, and the one shown out to one. */
export function FieldFiles({ field, onRead }: { field: Field | undefined; onRead: (id: number) => void }) {
  const cache = useQueryClient();
  const picked = useRef<HTMLInputElement>(null);
  const [metres, setMetres] = useState(false);
  const load = useMutation({
    mutationFn: async (file: File) => {
      const edge = await answer(api.POST("/api/fields/read", { body: { geojson: parsed(await file.text()), in_metres: metres } }));
      const { outline, obstacles, gate, origin, heading_deg, visits } = edge;
      const name = edge.name || file.name.replace(/\.[^.]*$/, "");
      return answer(api.POST("/api/fields", { body: { name, outline, obstacles, gate, origin, heading_deg, visits } }));
    },
    onSuccess: async (kept) => {
      await renew(cache, keys.fields);
      onRead(kept.id);
    },
  });
  return (
    <div className="mt-4 space-y-2 border-t border-rule pt-3 text-sm">
      <input
        ref={picked}
        type="file"
        accept=".geojson,.json,application/geo+json"
        className="sr-only"
        tabIndex={-1}
        aria-label="A field as a GeoJSON file"
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) load.mutate(file);
          event.target.value = "";
        }}
      />
      <button type="button" className="line-button" onClick={() => picked.current?.click()}>
        Read a field from GeoJSON
      </button>
      <label className="flex items-baseline gap-2">
        <input type="checkbox" checked={metres} onChange={(event) => setMetres(event.target.checked)} />
        its figures are plain metres
      </label>
      {field ? (
        <a className="line-button inline-block" href={`/api/fields/${field.id}/field.geojson`} download>
          This field as GeoJSON
        </a>
      ) : null}
      {load.error ? <Trouble problem={load.error} /> : null}
    </div>
  );
}

/** What a file holds; a file that is no JSON is told in words. */
function parsed(text: string): Record<string, never> {
  try {
    const found: unknown = JSON.parse(text);
    if (found && typeof found === "object" && !Array.isArray(found)) return found as Record<string, never>;
  } catch {
    // told below
  }
  throw new Problem(422, "That could not be read", "That is no GeoJSON: it could not be read");
}
