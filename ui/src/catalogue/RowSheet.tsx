import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Problem, answer, api, from, type Schemas } from "../api/client";
import { PutAway } from "../away/PutAway";
import { Worksheet } from "../kit/Worksheet";
import { Trouble } from "../kit/Trouble";
import { renew } from "../api/show";

type Table = Schemas["TableOut"];
type Row = Schemas["RowOut"];

interface Props {
  table: Table;
  row: Row | null;
  onClose: () => void;
}

/** A row opened to put the farm's own figures in; a new one starts from the first of its table. */
export function RowSheet({ table, row, onClose }: Props) {
  const cache = useQueryClient();
  const start = row?.cells ?? { ...table.rows[0]?.cells, [table.key]: "", label: "", source: "" };
  const [cells, setCells] = useState<Record<string, string>>(start as Record<string, string>);
  const refresh = async () => {
    await renew(cache);
    onClose();
  };
  const key = cells[table.key]?.trim() ?? "";
  const path = { table: table.name, key };
  const keep = useMutation({
    mutationFn: () => {
      if (!key) throw new Problem(422, "Not kept", `Give the row a short name of its own, its key`, table.key);
      if (!row && table.rows.some((one) => one.key === key)) {
        throw new Problem(422, "Not kept", `There is a row ${key} already: press it to change it`, table.key);
      }
      return answer(api.PUT("/api/catalogue/{table}/{key}", { params: { path, header: from(row?.revision ?? 0) }, body: { cells } }));
    },
    onSuccess: refresh,
  });
  const back = useMutation({
    mutationFn: () =>
      answer(api.POST("/api/catalogue/{table}/{key}/shipped", { params: { path, header: from(row?.revision ?? 0) } })),
    onSuccess: refresh,
  });
  const problem = keep.error ?? back.error;
  const wrong = problem instanceof Problem ? problem.field : "";
  return (
    <Worksheet title={row ? (row.cells["label"] ?? row.key) : `A ${table.label.toLowerCase()} row of your own`} open onClose={onClose}>
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate();
        }}
      >
        <div className="grid grid-cols-2 gap-x-6 gap-y-3 md:grid-cols-3">
          {table.columns.map(({ name: column, heading, unit, takes }) => (
            <label key={column} className={`block text-sm ${column === "source" || column === "label" ? "col-span-2 md:col-span-3" : ""}`}>
              {column === table.key ? "key (short name)" : unit ? `${heading}, ${unit}` : heading}
              <input
                className="entry w-full font-semibold"
                value={cells[column] ?? ""}
                disabled={column === table.key && row !== null}
                aria-invalid={wrong === column ? true : undefined}
                onChange={(event) => setCells({ ...cells, [column]: event.target.value })}
              />
              {takes && column !== table.key ? <span className="text-[13px] text-pencil">{takes}</span> : null}
            </label>
          ))}
        </div>
        <Trouble problem={problem} />
        <div className="flex gap-6">
          <button type="submit" className="line-button text-lg" disabled={keep.isPending}>
            {keep.isPending ? "Trying it on your pens…" : "Keep as this farm's own"}
          </button>
          {row?.own && row.shipped ? (
            <button type="button" className="line-button" disabled={back.isPending} onClick={() => back.mutate()}>
              Back to the shipped figures
            </button>
          ) : null}
          {row?.own && !row.shipped ? <PutAway kind="row" id={row.id} revision={row.revision} name={row.key} onAway={onClose} /> : null}
        </div>
      </form>
    </Worksheet>
  );
}
