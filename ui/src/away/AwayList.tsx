import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, from, type Schemas } from "../api/client";
import { keys } from "../api/queries";
import { renew } from "../api/show";
import { Trouble } from "../kit/Trouble";
import { Sheet } from "../kit/Sheet";
import { PATHS, type Kind } from "./kinds";

type Away = Schemas["AwayOut"];

/** What is put away of one kind: brought back with a press, or deleted for good once one knows what goes with it. */
export function AwayList({ kind }: { kind: Kind }) {
  const away = useQuery({ queryKey: keys.away, queryFn: async () => (await answer(api.GET("/api/away"))).away });
  const [going, setGoing] = useState<Away | null>(null);
  const cache = useQueryClient();
  const back = useMutation({
    mutationFn: (one: Away) =>
      answer(api.POST("/api/{kind}/{record_id}/back", { params: { path: { kind: PATHS[kind], record_id: one.id }, header: from(one.revision) } })),
    onSuccess: () => renew(cache),
  });
  const mine = away.data?.filter((one) => one.kind === kind) ?? [];
  if (mine.length === 0) return null;
  return (
    <details className="mt-8">
      <summary className="cursor-pointer font-slab font-bold">Put away: {mine.length}</summary>
      <ul className="mt-1">
        {mine.map((one) => (
          <li key={one.id} className="flex flex-wrap items-baseline gap-x-5 border-t border-rule py-1.5">
            <span className="flex-1">{one.name}</span>
            <button type="button" className="line-button text-sm" onClick={() => back.mutate(one)}>
              Bring back<span className="sr-only"> {one.name}</span>
            </button>
            <button type="button" className="line-button text-sm" onClick={() => setGoing(one)}>
              Delete for good<span className="sr-only">: {one.name}</span>
            </button>
          </li>
        ))}
      </ul>
      <Trouble problem={back.error} />
      {going ? <LastWord key={going.id} one={going} kind={kind} onClose={() => setGoing(null)} /> : null}
    </details>
  );
}

function LastWord({ one, kind, onClose }: { one: Away; kind: Kind; onClose: () => void }) {
  const cache = useQueryClient();
  const erase = useMutation({
    mutationFn: async () => {
      const { error, response } = await api.DELETE("/api/{kind}/{record_id}", {
        params: { path: { kind: PATHS[kind], record_id: one.id }, query: { told: one.hanging.length }, header: from(one.revision) },
      });
      if (!response.ok) await answer(Promise.resolve({ error, response }));
    },
    onSuccess: async () => {
      await renew(cache);
      onClose();
    },
  });
  return (
    <Sheet title={`Delete ${one.name} for good?`} open onClose={onClose}>
      {one.hanging.length > 0 ? (
        <>
          <p>With it go, with every step ever taken on them:</p>
          <ul className="my-2 list-disc pl-6">
            {one.hanging.map((each) => (
              <li key={`${each.kind}-${each.id}`}>
                the {each.kind} <b>{each.name}</b>
              </li>
            ))}
          </ul>
        </>
      ) : (
        <p>Nothing else hangs on it.</p>
      )}
      <p>It cannot be brought back after that.</p>
      <Trouble problem={erase.error} />
      <button type="button" className="line-button mt-3 text-lg text-clay" disabled={erase.isPending} onClick={() => erase.mutate()}>
        Delete for good
      </button>
    </Sheet>
  );
}
