import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, from, type Flock, type Problem, type Schemas } from "../api/client";
import { keys, useChoices, useFlocks, usePlace } from "../api/queries";
import { renew } from "../api/show";
import { AwayList } from "../away/AwayList";
import { PutAway } from "../away/PutAway";
import { BothSides, sidesOf } from "../kit/BothSides";
import { Trouble, Waiting } from "../kit/Trouble";
import { UndoRedo } from "../kit/UndoRedo";
import { useKeptForm } from "../kit/useKeptForm";
import { forgetTyped } from "../kit/useTyped";
import { useUnits } from "../kit/units";
import { asTyped, FIELD_WORDS, FlockForm, newFlock } from "./FlockForm";
import { FlockFigures } from "./FlockFigures";

type FlockIn = Schemas["FlockIn"];

const NEW_FLOCK = "ergamot-new-flock";

/** Flocks: who they are, when they go out and leave, what they come to. */
export function FlocksPage() {
  const flocks = useFlocks();
  const [shown, setShown] = useState<number | "new" | null>(null);
  if (flocks.error) return <Trouble problem={flocks.error} />;
  if (!flocks.data) return <Waiting what="Counting the flocks" />;
  const first = flocks.data[0]?.id ?? "new";
  const current = shown ?? first;
  const flock = flocks.data.find((one) => one.id === current);
  return (
    <div className="grid gap-8 pt-5 lg:grid-cols-[360px_minmax(0,1fr)]">
      <section>
        <h1 className="mb-2">Flocks</h1>
        <FlockList flocks={flocks.data} current={current} onShow={setShown} />
        {flock ? <ChangeFlock key={`${flock.id}-${flock.revision}`} flock={flock} /> : <NewFlock onEntered={setShown} />}
        <AwayList kind="flock" />
      </section>
      <section>
        {flock ? (
          <FlockFigures flock={flock} />
        ) : (
          <p className="max-w-prose pt-12 text-lg">
            Say what birds they are, how many, and three days: hatched, out on the grass, gone. From that come their
            weight, feed, water and floor for every day between, and the pen they need.
          </p>
        )}
      </section>
    </div>
  );
}

function FlockList({ flocks, current, onShow }: { flocks: Flock[]; current: number | "new"; onShow: (id: number | "new") => void }) {
  return (
    <ul className="mb-5">
      {flocks.map((flock) => (
        <li key={flock.id} className="border-b border-rule">
          <button type="button" className={`w-full py-1.5 text-left ${flock.id === current ? "border-l-4 border-grass pl-2" : "hover:underline"}`} onClick={() => onShow(flock.id)}>
            <span className="font-slab font-bold">{flock.name}</span> · {flock.placed} × {flock.strain_label}
          </button>
        </li>
      ))}
      <li className="pt-3">
        <button type="button" className="line-button" disabled={current === "new"} onClick={() => onShow("new")}>
          Enter a flock
        </button>
      </li>
    </ul>
  );
}

function NewFlock({ onEntered }: { onEntered: (id: number) => void }) {
  const choices = useChoices();
  const cache = useQueryClient();
  const enter = useMutation({
    mutationFn: (body: FlockIn) => answer(api.POST("/api/flocks", { body })),
    onSuccess: async (flock) => {
      forgetTyped(NEW_FLOCK);
      await renew(cache, keys.flocks);
      onEntered(flock.id);
    },
  });
  const place = usePlace();
  if (!choices.data || !place.data) return null;
  const { strains } = choices.data;
  return <FlockForm strains={strains} start={newFlock(strains, place.data.today)} word="Keep this flock" heldAs={NEW_FLOCK} problem={enter.error as Problem | null} onKeep={enter.mutate} />;
}

function ChangeFlock({ flock }: { flock: Flock }) {
  const choices = useChoices();
  const { system } = useUnits();
  const cache = useQueryClient();
  const refresh = () => {
    void renew(cache);
  };
  const form = useKeptForm<FlockIn, Flock>({
    name: `flock-${flock.id}`,
    latest: () => cache.getQueryData<Flock[]>(keys.flocks)?.find((one) => one.id === flock.id)?.revision ?? flock.revision,
    send: (body, base) => answer(api.PUT("/api/flocks/{flock_id}", { params: { path: { flock_id: flock.id }, header: from(base) }, body })),
    onKept: (kept) => {
      cache.setQueryData<Flock[]>(keys.flocks, (all) => all?.map((one) => (one.id === kept.id ? kept : one)));
      refresh();
    },
    refresh,
  });
  const step = useMutation({
    mutationFn: (which: "undo" | "redo") =>
      answer(api.POST("/api/flocks/{flock_id}/{step}", { params: { path: { flock_id: flock.id, step: which }, header: from(flock.revision) } })),
    onSuccess: refresh,
  });
  if (!choices.data) return null;
  return (
    <>
      <FlockForm key={system} strains={choices.data.strains} start={asTyped(flock)} word="Keep the change" problem={form.problem ?? (step.error as Problem | null)} onKeep={form.keep} />
      {form.conflict ? (
        <BothSides what="flock" sides={sidesOf({ ...form.conflict.mine }, form.conflict.problem, FIELD_WORDS)} onResolve={form.resolve} />
      ) : null}
      <div className="mt-4">
        <UndoRedo
          told={{
            of: flock.name,
            key: ["flock", flock.id, flock.revision],
            read: (before) => answer(api.GET("/api/flocks/{flock_id}/history", { params: { path: { flock_id: flock.id }, query: { before } } })),
          }}
          canUndo={flock.can_undo} canRedo={flock.can_redo} onStep={step.mutate} />
        <PutAway kind="flock" id={flock.id} revision={flock.revision} name={flock.name} />
      </div>
    </>
  );
}
