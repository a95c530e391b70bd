import { NavLink } from "react-router";
import { usePens } from "../api/queries";

/** Which pen a page is about, as a line of words. */
export function PenChoice({ part, current }: { part: "build"; current: number }) {
  const pens = usePens();
  if (!pens.data || pens.data.length === 0) return null;
  return (
    <nav aria-label="Which pen" className="no-print mb-2 flex flex-wrap gap-x-5 gap-y-1">
      {pens.data.map((pen) => (
        <NavLink key={pen.id} to={`/${part}/${pen.id}`} className={pen.id === current ? "border-b-3 border-tape font-semibold" : "border-b-3 border-transparent text-pencil hover:border-rule"}>
          {pen.name}
        </NavLink>
      ))}
    </nav>
  );
}
