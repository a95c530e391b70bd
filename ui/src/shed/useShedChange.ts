import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, from, type Schemas, type Shed, type Thing } from "../api/client";
import { mark, MARKED } from "../api/mark";
import { keys } from "../api/queries";
import { renew, show } from "../api/show";

/** What a keeper does in the shed; every bill is made anew from what is left. */
export function useShedChange() {
  const cache = useQueryClient();
  const change = useMutation({
    mutationFn: (send: () => Promise<Shed>) => send(),
    onSuccess: (kept) => {
      show(cache, keys.shed, kept);
      void renew(cache, ["bill"]);
    },
    onError: () => void renew(cache, keys.shed),
  });
  const at = (thing: Thing) => ({ params: { path: { thing_id: thing.id }, header: from(thing.revision) } });
  return {
    busy: change.isPending,
    problem: change.error,
    forget: change.reset,
    enter: (lines: string[], onKept: () => void) => change.mutate(() => answer(api.POST("/api/things", { body: { lines } })), { onSuccess: onKept }),
    change: (thing: Thing, body: Schemas["ThingIn"]) => change.mutate(() => answer(api.PATCH("/api/things/{thing_id}", { ...at(thing), body }))),
    back: (thing: Thing) => change.mutate(() => answer(api.POST("/api/things/{thing_id}/{step}", { params: { path: { thing_id: thing.id, step: "undo" }, header: from(thing.revision) } }))),
    take: (thing: Thing, count: number) => change.mutate(() => answer(api.POST("/api/things/{thing_id}/taken", { params: { path: { thing_id: thing.id } }, headers: { [MARKED]: mark() }, body: { count } }))),
    aside: (pen: number, things: Record<number, number>) => change.mutate(() => answer(api.POST("/api/pens/{pen_id}/aside", { params: { path: { pen_id: pen } }, body: { things } }))),
    read: (file: string) => change.mutate(() => answer(api.POST("/api/things/table", { body: { file } }))),
  };
}
