/** The heads of a table's columns, in pencil. A head that starts with > stands to the right. */
export function Heads({ of }: { of: string[] }) {
  return (
    <thead role="rowgroup" className="text-sm text-pencil">
      <tr role="row">
        {of.map((head, i) => (
          <th key={i} role="columnheader" scope="col" className={`px-1 py-1 font-normal first:pl-0 last:pr-0 ${head.startsWith(">") ? "text-right" : "text-left"}`}>
            {head.replace(/^>/, "")}
          </th>
        ))}
      </tr>
    </thead>
  );
}
