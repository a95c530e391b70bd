import { useMutation } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";
import { answer, api, figure, from, type Field, type Words } from "../api/client";
import { PutAway } from "../away/PutAway";
import { unitOf, withUnit } from "../kit/bare";
import { BothSides, sidesOf } from "../kit/BothSides";
import { Trouble } from "../kit/Trouble";
import { UndoRedo } from "../kit/UndoRedo";
import { useUnits } from "../kit/units";
import { entered, useField, type FieldIn } from "./useField";

type Kept = "least_rest" | "strip_kg_ha" | "mean_kg_ha" | "grazers_days" | "grazers_kg_ha" | "slope_percent" | "falls_deg";
type Name = "name" | "length_m" | "width_m" | "heading_deg" | Kept;

const KEPT: [Kept, string][] = [
  ["least_rest", "Least days a stop rests, for parasites"],
  ["strip_kg_ha", "Most nitrogen on a strip in a year"],
  ["mean_kg_ha", "Most as a mean of the whole field"],
  ["grazers_days", "Grazers come so many days ahead of the pens; below 0 behind them, 0 none"],
  ["grazers_kg_ha", "Nitrogen they leave each time"],
  ["slope_percent", "How steep it falls, %"],
  ["falls_deg", "Towards where, ° from north"],
];
// A new field's, until it is said otherwise
const NEW: Record<Name, string> = {
  name: "House lawn", length_m: "40 m", width_m: "12 m", heading_deg: "0",
  least_rest: "21", strip_kg_ha: "250 kg/ha", mean_kg_ha: "170 kg/ha", grazers_days: "0", grazers_kg_ha: "0 kg/ha", slope_percent: "", falls_deg: "",
};
const NEW_IN_FEET = { ...NEW, length_m: "130 ft", width_m: "40 ft", strip_kg_ha: "223 lb/acre", mean_kg_ha: "152 lb/acre", grazers_kg_ha: "0 lb/acre" };
const WITH_UNIT: Name[] = ["name", "length_m", "width_m", "strip_kg_ha", "mean_kg_ha", "grazers_kg_ha"];

/** What a field is as it is shown: figures with a unit in words. */
function shownOf(field: Field, read: (words: Words) => string): Record<Name, string> {
  const plain = (figure: number | null) => (figure === null ? "" : String(figure));
  const { least_rest, grazers_days, slope_percent, falls_deg, heading_deg } = field;
  return {
    name: field.name,
    length_m: field.length ? read(field.length) : "",
    width_m: field.width ? read(field.width) : "",
    heading_deg: plain(heading_deg),
    least_rest: plain(least_rest),
    grazers_days: plain(grazers_days),
    slope_percent: plain(slope_percent),
    falls_deg: plain(falls_deg),
    strip_kg_ha: read(field.strip),
    mean_kg_ha: read(field.mean),
    grazers_kg_ha: read(field.grazers),
  };
}

/** A field's name, its sides if it has two, and how it is kept. What is typed stays until it is kept, whatever else changes. */
export function FieldForm({ field, onEntered }: { field: Field | undefined; onEntered: (id: number) => void }) {
  const { read, system } = useUnits();
  const [draft, setDraft] = useState<Partial<Record<Name, string>>>({});
  const sided = !field || field.length_m !== null;
  const shown = field ? shownOf(field, read) : system === "imperial" ? NEW_IN_FEET : NEW;
  const { form, refresh } = useField(field, (id) => (setDraft({}), onEntered(id)));
  const step = useMutation({
    mutationFn: (which: "undo" | "redo") =>
      answer(api.POST("/api/fields/{field_id}/{step}", { params: { path: { field_id: field?.id ?? 0, step: which }, header: from(field?.revision ?? 0) } })),
    onSuccess: () => (setDraft({}), refresh()),
  });
  const sent = (name: Name) => {
    const text = draft[name] ?? (field ? undefined : shown[name]);
    if (text === undefined) return field?.[name];
    if (text.trim() === "" && name !== "name") return null;
    return WITH_UNIT.includes(name) ? withUnit(text, name === "name" ? null : unitOf(shown[name])) : figure(text);
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const names: Name[] = ["name", "heading_deg", ...(sided ? (["length_m", "width_m"] as const) : []), ...KEPT.map(([name]) => name)];
    form.keep({ ...(field ? entered(field) : {}), ...(Object.fromEntries(names.map((name) => [name, sent(name)])) as unknown as FieldIn) });
  };
  const { problem, conflict } = form;
  const rows: [Name, string][] = [
    ["name", "Name"],
    ...(sided ? ([["length_m", "Length"], ["width_m", "Width"]] satisfies [Name, string][]) : []),
    ["heading_deg", sided ? "Heading of its length, ° from north" : "Heading of its lanes, ° from north; empty: where most stops lie"],
  ];
  const row = ([name, label]: [Name, string]) => (
    <label key={name} className="block text-sm">
      {label}
      <input className="entry w-full font-semibold" value={draft[name] ?? shown[name]} aria-invalid={problem?.field === name ? true : undefined} onChange={(event) => setDraft({ ...draft, [name]: event.target.value })} />
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
