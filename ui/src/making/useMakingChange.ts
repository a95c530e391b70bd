import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, from, type Making, type Schemas } from "../api/client";
import { keys } from "../api/queries";
import { renew, show } from "../api/show";

/** What a keeper says while building: steps done, pieces cut, boards cut, days. One after another, each from the newest. */
export function useMakingChange(pen: number) {
  const cache = useQueryClient();
  const change = useMutation({
    scope: { id: `making-${pen}` },
    mutationFn: (send: (revision: number) => Promise<Making>) => send(cache.getQueryData<Making>(keys.making(pen))?.revision ?? 0),
    onSuccess: (kept) => {
      show(cache, keys.making(pen), kept);
    },
    onError: () => void renew(cache, keys.making(pen)),
  });
  const cutChanged = () => {
    void renew(cache, ["bill"]);
    void renew(cache, keys.shed);
  };
  const at = (revision: number) => ({ params: { path: { pen_id: pen }, header: from(revision) } });
  return {
    busy: change.isPending,
    problem: change.error,
    tick: (body: Schemas["TickIn"]) => {
      // the box is ticked at once; what the server keeps comes after it
      show<Making>(cache, keys.making(pen), (before) => ({
        ...before,
        tasks: before.tasks.map((one) => (one.key === body.key ? { ...one, done: body.done, took: body.minutes ?? null } : one)),
      }));
      change.mutate((revision) => answer(api.PUT("/api/pens/{pen_id}/making/steps", { ...at(revision), body })));
    },
    days: (body: Schemas["DaysIn"]) => change.mutate((revision) => answer(api.PUT("/api/pens/{pen_id}/making/days", { ...at(revision), body }))),
    cut: (label: string, count: number) =>
      change.mutate((revision) => answer(api.PUT("/api/pens/{pen_id}/making/cut", { ...at(revision), body: { label, count } })), { onSuccess: cutChanged }),
    board: (body: Schemas["BoardIn"]) => change.mutate((revision) => answer(api.POST("/api/pens/{pen_id}/making/boards", { ...at(revision), body })), { onSuccess: cutChanged }),
  };
}
