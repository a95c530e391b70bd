import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, from, type Field, type Schemas } from "../api/client";
import { refreshFields, showField } from "./useField";

export type One = Schemas["OnFieldIn"];

/** The pens on a field as they are sent, and keeping a change to them. */
export function useTeam(field: Field) {
  const cache = useQueryClient();
  const team: One[] = field.team.map(({ pen, stays, first, hours, nets, net_m, way }) => ({ pen, stays, first, hours, nets, net_m, way }));
  const put = useMutation({
    mutationFn: (to: One[]) =>
      answer(api.PUT("/api/fields/{field_id}/team", { params: { path: { field_id: field.id }, header: from(field.revision) }, body: { team: to } })),
    onSuccess: (kept) => showField(cache, kept),
    onSettled: () => refreshFields(cache),
  });
  return { put, team, change: (pen: number, to: Partial<One>) => put.mutate(team.map((one) => (one.pen === pen ? { ...one, ...to } : one))) };
}
