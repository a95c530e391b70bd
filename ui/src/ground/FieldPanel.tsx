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
  least_rest: string;
  strip_kg_ha: string;
  mean_kg_ha: string;
  grazers_days: string;
  grazers_kg_ha: string;
  slope_percent: string;
  falls_deg: string;
}

const KEPT: [keyof Draft, string][] = [
  ["least_rest", "Least days a stop rests, for parasites"],
  ["strip_kg_ha", "Most nitrogen on a strip in a year"],
  ["mean_kg_ha", "Most as a mean of the whole field"],
  ["grazers_days", "Grazers come so many days ahead of the pens; below 0 behind them, 0 none"],
  ["grazers_kg_ha", "Nitrogen they leave each time"],
  ["slope_percent", "How steep it falls, %"],
  ["falls_deg", "Towards where, ° from north"],
];
const USUAL = { least_rest: 21, strip_kg_ha: 250, mean_kg_ha: 170, grazers_days: 0, grazers_kg_ha: 0, slope_percent: null, falls_deg: null };

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
  const spread = (name: keyof Draft) => (field ? { strip_kg_ha: field.strip, mean_kg_ha: field.mean, grazers_kg_ha: field.grazers }[name as string] : undefined);
  const shown = (name: keyof Draft) => {
    const words = spread(name);
    return words ? read(words) : String((field ?? USUAL)[name as keyof typeof USUAL] ?? "");
  };
  const typed = (name: keyof Draft) => {
    if (draft[name].trim() === "") return null;
    if (field && draft[name] === shown(name)) return field[name as keyof typeof USUAL];
    return name.endsWith("kg_ha") ? draft[name] : figure(draft[name]);
  };
  const [draft, setDraft] = useState<Draft>(() => ({
    name: field?.name ?? "House lawn",
    length_m: field ? read(field.length ?? field.area) : "40 m",
    width_m: field ? read(field.width ?? field.area) : "12 m",
    heading_deg: field ? String(field.heading_deg ?? "") : "0",
    ...Object.fromEntries(KEPT.map(([name]) => [name, shown(name)])),
  }) as Draft);
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
      ...Object.fromEntries(KEPT.map(([name]) => [name, typed(name)])),
    });
  };
  const { problem, conflict } = form;
  const rows: [keyof Draft, string][] = [
    ["name", "Name"],
    ...(sided ? ([["length_m", "Length"], ["width_m", "Width"]] satisfies [keyof Draft, string][]) : []),
    ["heading_deg", sided ? "Heading of its length, ° from north" : "Heading of its lanes, ° from north; empty: where most stops lie"],
  ];
  const row = ([name, label]: [keyof Draft, string]) => (
    <label key={name} className="block text-sm">
      {label}
      <input className="entry w-full font-semibold" value={draft[name]} aria-invalid={problem?.field === name ? true : undefined} onChange={(event) => setDraft({ ...draft, [name]: event.target.value })} />
      {problem?.field === name ? <span role="alert" className="block text-clay">{problem.message}</span> : null}
    </label>
  );
  return (
    <form className="space-y-3" onSubmit={submit} noValidate>
      {rows.map(row)}
      <details open={KEPT.some(([name]) => problem?.field === name) || undefined}>
        <summary className="text-sm">Its limits, its rest, and how it lies</summary>
        <div className="mt-2 space-y-3">{KEPT.map(row)}</div>
      </details>
      {problem && ![...rows, ...KEPT].some(([name]) => name === problem.field) ? <Trouble problem={problem} /> : null}
      {conflict ? <BothSides what="field" sides={sidesOf({ ...conflict.mine }, conflict.problem, Object.fromEntries([...rows, ...KEPT]))} onResolve={form.resolve} /> : null}
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
