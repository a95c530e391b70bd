import { useState } from "react";
import { NavLink, useParams } from "react-router";
import type { Schemas, Words } from "../api/client";
import { useCatalogue } from "../api/queries";
import { AwayList } from "../away/AwayList";
import { Cell, StackRow, Stacks } from "../kit/Stacks";
import { Trouble, Waiting } from "../kit/Trouble";
import { useUnits } from "../kit/units";
import { RowSheet } from "./RowSheet";

type Table = Schemas["TableOut"];
type Row = Schemas["RowOut"];
const HIDDEN = new Set(["label", "source"]);

/** Every figure the program works with, table by table, with its source; any row can be the farm's own. */
export function CataloguePage() {
  const catalogue = useCatalogue();
  const { table: wanted } = useParams();
  if (catalogue.error) return <Trouble problem={catalogue.error} />;
  if (!catalogue.data) return <Waiting what="Fetching the catalogue" />;
  const table = catalogue.data.find((one) => one.name === wanted) ?? catalogue.data[0];
  return (
    <div className="grid gap-8 pt-5 lg:grid-cols-[190px_minmax(0,1fr)]">
      <nav aria-label="Tables" className="flex flex-wrap content-start gap-x-4 lg:flex-col">
        {catalogue.data.map((one) => (
          <NavLink
            key={one.name}
            to={`/catalogue/${one.name}`}
            className={`border-l-4 py-0.5 pl-2 ${one === table ? "border-tape font-semibold" : "border-transparent hover:border-rule"}`}
          >
            {one.label}
            {one.rows.some((row) => row.own) ? <span className="text-grass"> · own</span> : null}
          </NavLink>
        ))}
      </nav>
      {table ? <TableSheet key={table.name} table={table} /> : null}
    </div>
  );
}

function TableSheet({ table }: { table: Table }) {
  const [open, setOpen] = useState<Row | "new" | null>(null);
  const { read } = useUnits();
  const columns = table.columns.filter(({ name }) => !HIDDEN.has(name) && name !== table.key);
  return (
    <section className="min-w-0">
      <div className="flex items-baseline justify-between gap-4">
        <h1>{table.label}</h1>
        <button type="button" className="line-button" onClick={() => setOpen("new")}>
          Add a row of your own
        </button>
      </div>
      <p className="text-pencil">
        Press a row to put your own figures over it. Every pen, bill and plan then uses yours; it is tried on each first.
      </p>
      <div className="mt-3 overflow-x-auto">
        <Stacks of={["what, and its source", ...columns.map((column) => column.heading)]}>
            {table.rows.map((row) => (
              <StackRow key={row.key} className="border-t border-rule align-top">
                <Cell className="whole min-w-56 py-1 pr-4">
                  <button type="button" className="text-left font-semibold underline decoration-1 underline-offset-4" onClick={() => setOpen(row)}>
                    {row.cells["label"] ?? row.key}
                  </button>
                  {row.own ? <span className="ml-1 border-b-3 border-grass text-sm">own</span> : null}
                  {row.trouble ? <p className="text-clay">Not used: {row.trouble}</p> : null}
                  <p className="text-[13px] leading-tight text-pencil">{row.cells["source"]}</p>
                </Cell>
                {columns.map((column) => (
                  <Cell key={column.name} head={column.heading} className="max-w-56 px-1 py-1 break-words">
                    {column.name in row.shown ? read(row.shown[column.name] as Words) : row.cells[column.name]}
                  </Cell>
                ))}
              </StackRow>
            ))}
        </Stacks>
      </div>
      <AwayList kind="row" />
      {open ? <RowSheet table={table} row={open === "new" ? null : open} onClose={() => setOpen(null)} /> : null}
    </section>
  );
}
