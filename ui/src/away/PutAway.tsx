import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, from } from "../api/client";
import { Trouble } from "../kit/Trouble";
import type { Kind } from "./kinds";
import { PATHS } from "./kinds";
import { renew } from "../api/show";

interface Props {
  kind: Kind;
  id: number;
  revision: number;
  name: string;
  onAway?: () => void;
}

/** Puts a thing away from its list; it waits at the foot of the page and can be brought back. */
export function PutAway({ kind, id, revision, name, onAway }: Props) {
  const cache = useQueryClient();
  const away = useMutation({
    mutationFn: () =>
      answer(api.POST("/api/{kind}/{record_id}/away", { params: { path: { kind: PATHS[kind], record_id: id }, header: from(revision) } })),
    onSuccess: async () => {
      await renew(cache);
      onAway?.();
    },
  });
  return (
    <>
      <button type="button" className="line-button text-sm" aria-label={`Put away ${name}`} disabled={away.isPending} onClick={() => away.mutate()}>
        Put away
      </button>
      <Trouble problem={away.error} />
    </>
  );
}
