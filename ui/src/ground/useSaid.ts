import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../api/client";
import { keys } from "../api/queries";

type Answer = Schemas["MaybeSeasonOut"];

/** What a keeper says of moves; the field is planned anew from what was said. */
export function useSaid(field: number) {
  const cache = useQueryClient();
  const params = { params: { path: { field_id: field } } };
  const say = useMutation({
    mutationFn: (send: () => Promise<Answer>) => send(),
    onSuccess: (kept) => {
      cache.setQueryData(keys.season(field), kept.season);
      return cache.invalidateQueries({ queryKey: [...keys.season(field), "strip"] });
    },
  });
  return {
    busy: say.isPending,
    problem: say.error,
    done: (pen: number | null, through: string, part: number | null) => say.mutate(() => answer(api.POST("/api/fields/{field_id}/done", { ...params, body: { pen, through, part } }))),
    passedOver: (pen: number, day: string) => say.mutate(() => answer(api.POST("/api/fields/{field_id}/passed-over", { ...params, body: { pen, day } }))),
    notMoved: (pen: number, day: string) => say.mutate(() => answer(api.POST("/api/fields/{field_id}/not-moved", { ...params, body: { pen, day } }))),
    takenBack: (pen: number) => say.mutate(() => answer(api.POST("/api/fields/{field_id}/taken-back", { ...params, body: { pen } }))),
    putAt: (pen: number, day: string, u_m: number, v_m: number, turn_deg: number) =>
      say.mutate(() => answer(api.POST("/api/fields/{field_id}/by-hand", { ...params, body: { pen, day, u_m, v_m, turn_deg } }))),
  };
}
