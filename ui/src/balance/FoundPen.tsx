import { inkOf } from "../kit/grade";
import { SmallLevel } from "../kit/SmallLevel";
import { useUnits } from "../kit/units";
import type { Axis, Found } from "./found";

/** A pen that was found: how it stands in each verdict, on small levels, and its figures. */
export function FoundPen({ pen, axes, children }: { pen: Found; axes: Axis[]; children?: React.ReactNode }) {
  const { read } = useUnits();
  return (
    <article aria-label={`${pen.called}, ${read(pen.size)}`}>
      <h3 className="font-slab text-lg font-bold first-letter:uppercase">
        {pen.called} <span className="font-sans text-base font-normal whitespace-nowrap">{read(pen.size)}</span>
      </h3>
      <ul className="mt-1 space-y-0.5">
        {pen.levels.map((level) => (
          <li key={level.what} className="flex items-center gap-2 text-sm">
            <span className="w-16 capitalize">{level.name}</span>
            <SmallLevel mark={level} wide={140} />
            <b className={`whitespace-nowrap ${inkOf(level.verdict)}`}>{level.word}</b>
          </li>
        ))}
      </ul>
      <dl className="mt-2 grid grid-cols-[auto_auto] gap-x-4 text-sm">
        {axes.map((axis) => {
          const said = pen.said[axis.figure];
          return said ? (
            <div key={axis.figure} className="contents">
              <dt>{axis.label}</dt>
              <dd className="figure text-right">{read(said)}</dd>
            </div>
          ) : null;
        })}
      </dl>
      {pen.lacks > 0 ? <p className="mt-1 text-sm text-clay">{pen.lacks === 1 ? "One thing" : `${pen.lacks} things`} its birds would miss: the bench says which.</p> : null}
      {pen.unreached > 0 ? <p className="mt-1 text-sm text-pencil">A corner no arm gets to: wants a way in, or a hatch where one reaches.</p> : null}
      {pen.borrowed > 0 ? <p className="mt-1 text-sm text-pencil">{pen.borrowed === 1 ? "One tool" : `${pen.borrowed} tools`} to borrow.</p> : null}
      {children}
    </article>
  );
}
