import { Picked } from "./Picked";
import { Shops } from "./Shops";
import { base64 } from "./base64";
import type { useShedChange } from "./useShedChange";

/** The shed as a table, out and in; the prices of other shops. */
export function Tables({ shed }: { shed: ReturnType<typeof useShedChange> }) {
  return (
    <section className="mt-8 grid grid-cols-1 gap-8 md:grid-cols-2">
      <div>
        <h2>As a table</h2>
        <p className="mt-1 flex flex-wrap gap-4">
          <a className="line-button" href="/api/things/table.csv" download>
            Out as CSV
          </a>
          <a className="line-button" href="/api/things/table.xlsx" download>
            Out as XLSX
          </a>
          <Picked label="In from CSV or XLSX" onFile={async (file) => shed.read(await base64(file))} />
        </p>
        <p className="mt-2 max-w-prose text-sm text-pencil">A table needs the columns sort, key and count; take one out to see how they are filled. Where one cell is wrong its row and column are told, and nothing is kept.</p>
      </div>
      <Shops />
    </section>
  );
}
