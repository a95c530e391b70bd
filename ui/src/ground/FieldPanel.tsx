import { useMutation } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";
import { answer, api, figure, from, type Field } from "../api/client";
import { AwayList } from "../away/AwayList";
import { PutAway } from "../away/PutAway";
import { BothSides, sidesOf } from "../kit/BothSides";
import { Trouble } from "../kit/Trouble";
import { UndoRedo } from "../kit/UndoRedo";
import { useUnits } from "../kit/units";
import { FieldFiles } from "./FieldFiles";
import { entered, useField } from "./useField";

interface Draft {
  name: string;
  length_m: string;
  width_m: string;
  heading_deg: string;
}

interface Props {
  fields: Field[];
  field: Field | undefined;
  onShow: (id: number) => void;
  onDraw: () => void;
}

/** The fields, and the one shown: its sides or its edge, and the heading of its lanes. */
export function FieldPanel({ fields, field, onShow, onDraw }: Props) {
  const [adding, setAdding] = useState(false);
  const { system } = useUnits();
  const shown = adding ? undefined : field;
  const show = (id: number) => {
    setAdding(false);
    onShow(id);
  };
  return (
    <aside>
      <h2 className="mb-1">Fields</h2>
      <ul className="mb-4">
        {fields.map((one) => (
          <li key={one.id} className="border-b border-rule">
            <button type="button" className={`w-full py-1 text-left ${one.id === shown?.id ? "border-l-4 border-grass pl-2 font-semibold" : "hover:underline"}`} onClick={() => show(one.id)}>
              {one.name}
            </button>
          </li>
        ))}
        <li className="pt-2">
          <button type="button" className="line-button" disabled={!shown} onClick={() => setAdding(true)}>
            Enter a field
          </button>
        </li>
      </ul>
      <FieldForm key={shown ? `${shown.id}-${shown.revision}-${system}` : "new"} field={shown} onEntered={show} />
      {shown ? (
        <button type="button" className="line-button mt-3" onClick={onDraw}>
          Draw its edge, and what stands in it
        </button>
      ) : null}
      <FieldFiles field={shown} onRead={show} />
      <AwayList kind="field" />
    </aside>
  );
}

function FieldForm({ field, onEntered }: { field: Field | undefined; onEntered: (id: number) => void }) {
  const { read } = useUnits();
  const sided = !field || field.length_m !== null;
  const [draft, setDraft] = useState<Draft>(() => ({
    name: field?.name ?? "House lawn",
    length_m: field ? read(field.length ?? field.area) : "40 m",
    width_m: field ? read(field.width ?? field.area) : "12 m",
    heading_deg: field ? String(field.heading_deg ?? "") : "0",
  }));
  const { form, refresh } = useField(field, onEntered);
  const step = useMutation({
    mutationFn: (which: "undo" | "redo") =>
      answer(api.POST("/api/fields/{field_id}/{step}", { params: { path: { field_id: field?.id ?? 0, step: which }, header: from(field?.revision ?? 0) } })),
    onSuccess: refresh,
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const same = (text: string, kept: string, exact: number | null | undefined) => (exact != null && text === kept ? exact : text);
    const sides = {
      length_m: same(draft.length_m, field?.length ? read(field.length) : "", field?.length_m),
      width_m: same(draft.width_m, field?.width ? read(field.width) : "", field?.width_m),
    };
    form.keep({
      ...(field ? entered(field) : {}),
      name: draft.name,
      heading_deg: draft.heading_deg.trim() === "" ? null : figure(draft.heading_deg),
      ...(sided ? sides : {}),
    });
  };
  const { problem, conflict } = form;
  const rows: [keyof Draft, string][] = [
    ["name", "Name"],
    ...(sided ? ([["length_m", "Length"], ["width_m", "Width"]] satisfies [keyof Draft, string][]) : []),
    ["heading_deg", sided ? "Heading of its length, ° from north" : "Heading of its lanes, ° from north; empty: where most stops lie"],
  ];
  return (
    <form className="space-y-3" onSubmit={submit} noValidate>
      {rows.map(([name, label]) => (
        <label key={name} className="block text-sm">
          {label}
          <input className="entry w-full font-semibold" value={draft[name]} aria-invalid={problem?.field === name ? true : undefined} onChange={(event) => setDraft({ ...draft, [name]: event.target.value })} />
          {problem?.field === name ? <span role="alert" className="block text-clay">{problem.message}</span> : null}
        </label>
      ))}
      {problem && !rows.some(([name]) => name === problem.field) ? <Trouble problem={problem} /> : null}
      {conflict ? <BothSides what="field" sides={sidesOf({ ...conflict.mine }, conflict.problem, Object.fromEntries(rows))} onResolve={form.resolve} /> : null}
      <button type="submit" className="line-button">{field ? "Keep the change" : "Keep this field"}</button>
      {field ? (
        <div className="pt-1">
          <UndoRedo
            told={{
              of: field.name,
              key: ["field", field.id, field.revision],
              read: (before) => answer(api.GET("/api/fields/{field_id}/history", { params: { path: { field_id: field.id }, query: { before } } })),
            }}
            canUndo={field.can_undo} canRedo={field.can_redo} onStep={step.mutate} />
          <PutAway kind="field" id={field.id} revision={field.revision} name={field.name} />
        </div>
      ) : null}
      {field && !sided ? (
        <p className="text-sm text-pencil">
          {read(field.area)} within {field.outline.length} corners, {field.obstacles.length} {field.obstacles.length === 1 ? "thing" : "things"} to keep off.
        </p>
      ) : null}
    </form>
  );
}
