import type { Schemas } from "../api/client";
import { WaySketch } from "../drawing/WaySketch";
import { Heads } from "../kit/Heads";
import { useUnits } from "../kit/units";

/** The first haul, from where the pen is built to the field: every stretch, and what stops it. */
export function FirstHaul({ way }: { way: Schemas["WayOut"] }) {
  const { read } = useUnits();
  const ends = way.stretches.map((one) => ({ ...one, tone: one.verdict === "short" ? ("bad" as const) : ("good" as const) }));
  return (
    <section aria-label="The first haul">
      <h3>The first haul, from where it is built to the field</h3>
      <div className="grid items-start gap-6 md:grid-cols-[2fr_3fr]">
        <WaySketch label="The way from above, stretches it gets along and those it does not" ends={ends} />
        <div>
          {way.lines.map((line, i) => (
            <p key={i} className="border-b border-rule/60 py-0.5">
              {read(line)}
            </p>
          ))}
        </div>
      </div>
      <table className="mt-2 w-full">
        <Heads of={["", ">long", "ground", ">to start", ">to keep going", ">narrowest", ""]} />
        <tbody>
          {way.stretches.map((one) => (
            <tr key={one.number} className="border-t border-rule align-top">
              <td className="py-1 pr-3 font-slab font-bold">{one.number}</td>
              <td className="figure whitespace-nowrap text-right">{read(one.length)}</td>
              <td className="px-2">{one.ground}</td>
              <td className="figure whitespace-nowrap text-right">{read(one.start)}</td>
              <td className="figure whitespace-nowrap text-right">{read(one.keep)}</td>
              <td className="figure whitespace-nowrap pr-4 pl-3 text-right">{read(one.width)}</td>
              <td className={one.verdict === "short" ? "font-semibold text-clay" : ""}>{read(one.words)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
