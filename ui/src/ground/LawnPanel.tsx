import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";
import { answer, api, figure, from, type Lawn, type Schemas } from "../api/client";
import { keys } from "../api/queries";
import { AwayList } from "../away/AwayList";
import { PutAway } from "../away/PutAway";
import { BothSides, sidesOf } from "../kit/BothSides";
import { Trouble } from "../kit/Trouble";
import { UndoRedo } from "../kit/UndoRedo";
import { useKeptForm } from "../kit/useKeptForm";
import { useUnits } from "../kit/units";

type LawnIn = Schemas["LawnIn"];

interface Draft {
  name: string;
  length_m: string;
  width_m: string;
  heading_deg: string;
}

/** The lawns, and the one shown: its length, width and heading. */
export function LawnPanel({ lawns, lawn, onShow }: { lawns: Lawn[]; lawn: Lawn | undefined; onShow: (id: number) => void }) {
  const [adding, setAdding] = useState(false);
  const { system } = useUnits();
  const shown = adding ? undefined : lawn;
  return (
    <aside>
      <h2 className="mb-1">Lawns</h2>
      <ul className="mb-4">
        {lawns.map((one) => (
          <li key={one.id} className="border-b border-rule">
            <button
              type="button"
              className={`w-full py-1 text-left ${one.id === shown?.id ? "border-l-4 border-grass pl-2 font-semibold" : "hover:underline"}`}
              onClick={() => {
                setAdding(false);
                onShow(one.id);
              }}
            >
              {one.name}
            </button>
          </li>
        ))}
        <li className="pt-2">
          <button type="button" className="line-button" disabled={!shown} onClick={() => setAdding(true)}>
            Enter a lawn
          </button>
        </li>
      </ul>
      <LawnForm
        key={shown ? `${shown.id}-${shown.revision}-${system}` : "new"}
        lawn={shown}
        onEntered={(id) => {
          setAdding(false);
          onShow(id);
        }}
      />
      <AwayList kind="lawn" />
    </aside>
  );
}

function LawnForm({ lawn, onEntered }: { lawn: Lawn | undefined; onEntered: (id: number) => void }) {
  const { read } = useUnits();
  const cache = useQueryClient();
  const [draft, setDraft] = useState<Draft>(() => ({
    name: lawn?.name ?? "House lawn",
    length_m: lawn ? read(lawn.length) : "40 m",
    width_m: lawn ? read(lawn.width) : "12 m",
    heading_deg: String(lawn?.heading_deg ?? 0),
  }));
  const refresh = async () => {
    await cache.invalidateQueries({ queryKey: keys.lawns });
    await cache.invalidateQueries({ queryKey: ["moves"] });
  };
  const form = useKeptForm<LawnIn, Lawn>({
    name: `lawn-${lawn?.id ?? "new"}`,
    latest: () => cache.getQueryData<Lawn[]>(keys.lawns)?.find((one) => one.id === lawn?.id)?.revision ?? 0,
    send: (body, base) =>
      lawn
        ? answer(api.PUT("/api/lawns/{lawn_id}", { params: { path: { lawn_id: lawn.id }, header: from(base) }, body }))
        : answer(api.POST("/api/lawns", { body })),
    onKept: async (kept) => {
      cache.setQueryData<Lawn[]>(keys.lawns, (all) => all?.map((one) => (one.id === kept.id ? kept : one)));
      await refresh();
      onEntered(kept.id);
    },
    refresh,
  });
  const step = useMutation({
    mutationFn: (which: "undo" | "redo") =>
      answer(api.POST("/api/lawns/{lawn_id}/{step}", { params: { path: { lawn_id: lawn?.id ?? 0, step: which }, header: from(lawn?.revision ?? 0) } })),
    onSuccess: refresh,
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const same = (text: string, kept: string, exact: number | undefined) => (exact !== undefined && text === kept ? exact : text);
    form.keep({
      name: draft.name,
      length_m: same(draft.length_m, lawn ? read(lawn.length) : "", lawn?.length_m),
      width_m: same(draft.width_m, lawn ? read(lawn.width) : "", lawn?.width_m),
      heading_deg: figure(draft.heading_deg),
    });
  };
  const { problem, conflict } = form;
  const fields: [keyof Draft, string][] = [
    ["name", "Name"],
    ["length_m", "Length"],
    ["width_m", "Width"],
    ["heading_deg", "Heading of its length, ° from north"],
  ];
  return (
    <form className="space-y-3" onSubmit={submit} noValidate>
      {fields.map(([name, label]) => (
        <label key={name} className="block text-sm">
          {label}
          <input className="entry w-full font-semibold" value={draft[name]} aria-invalid={problem?.field === name ? true : undefined} onChange={(event) => setDraft({ ...draft, [name]: event.target.value })} />
          {problem?.field === name ? <span role="alert" className="block text-clay">{problem.message}</span> : null}
        </label>
      ))}
      {problem && !fields.some(([name]) => name === problem.field) ? <Trouble problem={problem} /> : null}
      {conflict ? <BothSides what="lawn" sides={sidesOf({ ...conflict.mine }, conflict.problem, Object.fromEntries(fields))} onResolve={form.resolve} /> : null}
      <button type="submit" className="line-button">{lawn ? "Keep the change" : "Keep this lawn"}</button>
      {lawn ? (
        <div className="pt-1">
          <UndoRedo
            told={{
              of: lawn.name,
              key: ["lawn", lawn.id, lawn.revision],
              read: (before) => answer(api.GET("/api/lawns/{lawn_id}/history", { params: { path: { lawn_id: lawn.id }, query: { before } } })),
            }}
            canUndo={lawn.can_undo} canRedo={lawn.can_redo} onStep={step.mutate} />
          <PutAway kind="lawn" id={lawn.id} revision={lawn.revision} name={lawn.name} />
        </div>
      ) : null}
      <p className="text-sm text-pencil">Keep off wells, paved places and wet hollows.</p>
    </form>
  );
}
