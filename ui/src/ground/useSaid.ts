import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, from, type Field, type Schemas } from "../api/client";
import { keys } from "../api/queries";
import { renew, show } from "../api/show";
import { showField } from "./useField";

type Answer = Schemas["MaybeSeasonOut"];

/** What a keeper says of moves; the field is planned anew from what was said. */
export function useSaid({ id: field, revision }: Pick<Field, "id" | "revision">) {
  const cache = useQueryClient();
  const path = { field_id: field };
  const params = { params: { path } };
  const say = useMutation({
    mutationFn: (send: () => Promise<Answer>) => send(),
    onSuccess: (kept) => {
      show(cache, keys.season(field), kept.season);
      if (kept.season) showField(cache, kept.season.field);
      return renew(cache, [...keys.season(field), "strip"]);
    },
  });
  const notDone = (what: "passed-over" | "not-moved", pen: number, day: string) =>
    say.mutate(() => answer(api.POST("/api/fields/{field_id}/{what}", { params: { path: { ...path, what } }, body: { pen, day } })));
  return {
    busy: say.isPending,
    problem: say.error,
    done: (pen: number | null, through: string, part: number | null) => say.mutate(() => answer(api.POST("/api/fields/{field_id}/done", { ...params, body: { pen, through, part } }))),
    passedOver: (pen: number, day: string) => notDone("passed-over", pen, day),
    notMoved: (pen: number, day: string) => notDone("not-moved", pen, day),
    goThisWay: (pen: number, places: number[][]) => say.mutate(() => answer(api.POST("/api/fields/{field_id}/way", { params: { path, header: from(revision) }, body: { pen, places } }))),
    takenBack: (pen: number) => say.mutate(() => answer(api.POST("/api/fields/{field_id}/taken-back", { ...params, body: { pen } }))),
    putAt: (pen: number, day: string, u_m: number, v_m: number, turn_deg: number) =>
      say.mutate(() => answer(api.POST("/api/fields/{field_id}/by-hand", { ...params, body: { pen, day, u_m, v_m, turn_deg } }))),
  };
}
