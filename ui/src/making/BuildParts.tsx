import { NavLink } from "react-router";

/** The parts of building: what to cut and buy, and the steps. */
export function BuildParts({ id }: { id: number }) {
  const parts = [
    [`/build/${id}`, "To cut and to buy"],
    [`/build/${id}/steps`, "To build, step by step"],
    ["/build/batch", "Several pens at once"],
  ] as const;
  return (
    <nav aria-label="Building" className="no-print mb-3 flex flex-wrap gap-x-6 gap-y-1 border-b border-rule">
      {parts.map(([to, label]) => (
        <NavLink key={to} end to={to} className={({ isActive }) => `font-slab py-1 font-bold ${isActive ? "border-b-3 border-ink" : "text-pencil hover:text-ink"}`}>
          {label}
        </NavLink>
      ))}
    </nav>
  );
}
