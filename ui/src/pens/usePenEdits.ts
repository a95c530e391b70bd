/** Changing a pen: one edit after another from the newest revision, trials while dragging, both
 *  sides kept when someone else was faster. A thin bridge: the rules are the server's. */
import { useMutation, useMutationState, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { benchOf, type Sent } from "../api/bench";
import { Problem, answer, api, from, type Bench, type Schemas } from "../api/client";
import { keys, penAt } from "../api/queries";
import { renew, show } from "../api/show";
import type { Trial } from "./trial";

export type Values = Record<string, string | number>;

export interface Edit {
  values?: Values;
  name?: string;
  flock_id?: number;
}

const AGAIN_MS = 1500;
const isCutOff = (error: Error) => error instanceof Problem && (error.status === 0 || error.status === 503);

export interface Conflict {
  mine: Edit;
  problem: Problem;
}

/** What is tried: its values, and what the server would show of them. */
export interface Tried {
  values: Values;
  trial: Trial;
}

export function usePenEdits(id: number, looks: { units: Schemas["TrialIn"]["units"]; drawn: Schemas["TrialIn"]["drawn"] }) {
  const cache = useQueryClient();
  const [trial, setTrial] = useState<Tried | null>(null);
  const looking = useRef(looks);
  looking.current = looks;
  const [problem, setProblem] = useState<{ edit: Edit | null; problem: Problem } | null>(null);
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const asking = useRef<AbortController | null>(null);
  const waiting = useRef<Values | null>(null);
  const again = useRef<(values: Values) => void>(() => undefined);

  const revision = () => cache.getQueryData<Bench>(keys.pen(id))?.revision ?? 0;
  const settle = (bench: Sent) => {
    show(cache, keys.pen(id), benchOf(bench));
    setTrial(null);
    setProblem(null);
    void renew(cache, keys.pens);
    void renew(cache, keys.bill(id));
    void renew(cache, ["moves", id]);
  };
  const fail = (error: Error, edit: Edit | null) => {
    setTrial(null);
    const found = error instanceof Problem ? error : new Problem(0, "That did not work", error.message);
    if (found.isConflict && edit) setConflict({ mine: edit, problem: found });
    else if (found.isConflict) void renew(cache, keys.pen(id));
    if (!found.isConflict || !edit) setProblem({ edit, problem: found });
  };

  const change = useMutation({
    scope: { id: `pen-${id}` },
    mutationKey: ["pen", id],
    mutationFn: (edit: Edit) =>
      answer(
        api.PATCH("/api/pens/{pen_id}", {
          params: { path: { pen_id: id }, header: from(revision()) },
          body: { values: {}, ...edit },
        }),
      ),
    // With the line down a change waits here, those after it behind it, and goes when the line is back
    retry: (_, error) => isCutOff(error),
    retryDelay: AGAIN_MS,
    networkMode: "always",
    onSuccess: settle,
    onError: (error, edit) => fail(error, edit),
  });

  const pending = useMutationState({
    filters: { status: "pending", mutationKey: ["pen", id] },
    select: (one) => ({ edit: one.state.variables as Edit, tried: one.state.failureCount }),
  });
  const unsent = pending.some((one) => one.tried > 0) ? pending.map((one) => one.edit) : [];

  const step = useMutation({
    scope: { id: `pen-${id}` },
    mutationFn: (which: "undo" | "redo") =>
      answer(
        api.POST("/api/pens/{pen_id}/{step}", {
          params: { path: { pen_id: id, step: which }, header: from(revision()) },
        }),
      ),
    onSuccess: settle,
    onError: (error) => fail(error, null),
  });

  // One trial is under way at a time and the newest waits for it: a pull is answered as often as the
  // server can, and what was overtaken while waiting is never asked.
  const tryValues = useCallback(
    async (values: Values) => {
      if (asking.current) {
        waiting.current = values;
        return;
      }
      const mine = new AbortController();
      asking.current = mine;
      try {
        const shown = await answer(
          api.POST("/api/pens/{pen_id}/try", {
            params: { path: { pen_id: id } },
            body: { values, ...looking.current },
            signal: mine.signal,
          }),
        );
        if (asking.current === mine) {
          setTrial({ values, trial: shown });
          setProblem(null);
        }
      } catch (error) {
        if (asking.current === mine && error instanceof Problem) setProblem({ edit: { values }, problem: error });
      }
      if (asking.current !== mine) return;
      asking.current = null;
      const next = waiting.current;
      waiting.current = null;
      if (next) again.current(next);
    },
    [id],
  );

  again.current = (values) => void tryValues(values);

  // Other units or another picture of what is tried: it is asked for again
  const tryingNow = useRef<Values | null>(null);
  tryingNow.current = trial?.values ?? null;
  useEffect(() => {
    if (tryingNow.current) again.current(tryingNow.current);
  }, [looks.units, looks.drawn]);

  const stop = () => {
    asking.current?.abort();
    asking.current = null;
    waiting.current = null;
  };

  const drop = useCallback(() => {
    stop();
    setTrial(null);
  }, []);

  const keep = (edit: Edit) => {
    stop();
    change.mutate(edit);
  };

  const resolve = async (side: "mine" | "theirs") => {
    const mine = conflict?.mine;
    await cache.fetchQuery(penAt(id));
    setConflict(null);
    if (side === "mine" && mine) change.mutate(mine);
  };

  return { trial, problem, conflict, unsent, keep, step: step.mutate, tryValues, drop, resolve, busy: change.isPending };
}
