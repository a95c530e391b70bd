/** Keeping a form from the newest revision known here, one edit after another; when someone else was
 *  faster, both sides are held until the keeper decides. A thin bridge between a form and the server. */
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { Problem } from "../api/client";

interface Kept {
  revision: number;
}

interface Options<Body, Out extends Kept> {
  name: string;
  latest: () => number;
  send: (body: Body, revision: number) => Promise<Out>;
  onKept: (out: Out) => void;
  refresh: () => void;
}

export function useKeptForm<Body, Out extends Kept>({ name, latest, send, onKept, refresh }: Options<Body, Out>) {
  const [conflict, setConflict] = useState<{ mine: Body; problem: Problem } | null>(null);
  const change = useMutation({
    scope: { id: name },
    mutationFn: ({ body, base }: { body: Body; base: number | null }) => send(body, base ?? latest()),
    onSuccess: onKept,
    onError: (error, { body }) => {
      if (error instanceof Problem && error.isConflict) setConflict({ mine: body, problem: error });
    },
  });
  const problem = change.error instanceof Problem && !change.error.isConflict ? change.error : null;
  return {
    problem,
    conflict,
    keep: (body: Body) => change.mutate({ body, base: null }),
    resolve: (side: "mine" | "theirs") => {
      const held = conflict;
      setConflict(null);
      if (side === "mine" && held) change.mutate({ body: held.mine, base: held.problem.revision });
      else refresh();
    },
  };
}
