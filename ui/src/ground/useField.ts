import { useQueryClient, type QueryClient } from "@tanstack/react-query";
import { answer, api, from, type Field, type Schemas } from "../api/client";
import { keys } from "../api/queries";
import { renew, show } from "../api/show";
import { useKeptForm } from "../kit/useKeptForm";

export type FieldIn = Schemas["FieldIn"];
export type Edge = Required<Pick<FieldIn, "outline" | "obstacles" | "gate">>;
/** What is taken hold of: a corner, a point of the obstacle `of`, or the gate. */
export interface Held {
  what: "corner" | "obstacle" | "gate";
  at: number;
  of: number;
}

type All = Schemas["FieldsOut"];

/** A field as it was answered is the one shown, before all of them are asked again. */
export function showField(cache: QueryClient, kept: Field) {
  show<All>(cache, keys.fields, (all) => ({ ...all, fields: all.fields.map((one) => (one.id === kept.id ? kept : one)) }));
}

/** Ask for the fields and what is planned on them again. */
export async function refreshFields(cache: QueryClient) {
  await renew(cache, keys.fields);
  await renew(cache, ["season"]);
}

/** All that is kept of a field, as it is sent again. */
export function entered(field: Field): FieldIn {
  const { name, heading_deg, obstacles, gate, origin, length_m, width_m, slope_percent, falls_deg } = field;
  const { strip_kg_ha, mean_kg_ha, least_rest, grazers_days, grazers_kg_ha } = field;
  const sides = length_m === null || width_m === null ? { outline: field.outline } : { length_m, width_m };
  const kept = { strip_kg_ha, mean_kg_ha, least_rest, grazers_days, grazers_kg_ha, slope_percent, falls_deg };
  return { name, heading_deg, obstacles, gate, origin, ...sides, ...kept };
}

/** Keeping a field, a new one or a change to one there is; `done` is told its number. */
export function useField(field: Field | undefined, done: (id: number) => void) {
  const cache = useQueryClient();
  const refresh = () => refreshFields(cache);
  const form = useKeptForm<FieldIn, Field>({
    name: `field-${field?.id ?? "new"}`,
    latest: () => cache.getQueryData<All>(keys.fields)?.fields.find((one) => one.id === field?.id)?.revision ?? 0,
    send: (body, base) =>
      field
        ? answer(api.PUT("/api/fields/{field_id}", { params: { path: { field_id: field.id }, header: from(base) }, body }))
        : answer(api.POST("/api/fields", { body })),
    onKept: async (kept) => {
      showField(cache, kept);
      await refresh();
      done(kept.id);
    },
    refresh,
  });
  return { form, refresh };
}

/** Where what is held stands, m east and north. */
export function placeOf(edge: Edge, held: Held): number[] | null | undefined {
  if (held.what === "gate") return edge.gate;
  return (held.what === "corner" ? edge.outline : edge.obstacles?.[held.of]?.points)?.[held.at];
}
