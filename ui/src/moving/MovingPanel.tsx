import { useState } from "react";
import type { Bench } from "../api/client";
import { useMoving } from "../api/queries";
import { inkOf } from "../kit/grade";
import { Heads } from "../kit/Heads";
import { Trouble, Waiting } from "../kit/Trouble";
import { useUnits } from "../kit/units";
import { FirstHaul } from "./FirstHaul";
import { SwingPanel } from "./SwingPanel";

/** The moving verdict opened: every state of the ground, everyone who might move it, turning, humps, levers. */
export function MovingPanel({ bench }: { bench: Bench }) {
  const { read } = useUnits();
  const [drilled, setDrilled] = useState("");
  const moving = useMoving(bench, drilled);
  if (moving.error) return <Trouble problem={moving.error} />;
  if (!moving.data) return <Waiting what="Hauling it over every ground" />;
  const { grounds, movers, lines, swing, way } = moving.data;
  return (
    <div className="my-4 space-y-4">
      <section aria-label="On each ground">
        <h3>On each state of the ground</h3>
        <table className="w-full">
          <Heads of={["ground", ">uphill, to start", ">uphill, to keep going", ">downhill", ">bump from rest", ">level start, as soil varies"]} />
          <tbody>
            {grounds.map((one) => (
              <tr key={one.label} className={`border-t border-rule ${one.usual ? "bg-tape/40" : ""}`}>
                <td className="py-1">
                  {one.label}
                  {one.usual ? <span className="text-sm text-pencil"> · your usual worst</span> : null}
                  {one.sinks ? <b className="text-sm text-clay"> · sinks: more than shown</b> : null}
                </td>
                <td className="figure text-right">{read(one.start)}</td>
                <td className="figure text-right">{read(one.keep)}</td>
                <td className="figure text-right">{read(one.down)}</td>
                <td className="figure text-right">{one.bump ? read(one.bump) : "—"}</td>
                <td className="text-right">{read(one.band)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      {swing ? <SwingPanel pen={bench.id} swing={swing} drilled={drilled} onDrilled={setDrilled} /> : null}
      <ul className="columns-2 gap-8">
        {lines.map((line, i) => (
          <li key={i} className="break-inside-avoid border-b border-rule/60 py-0.5">
            {read(line)}
          </li>
        ))}
      </ul>
      {way ? <FirstHaul way={way} /> : null}
      <section aria-label="Who could move it">
        <h3>Who could move it</h3>
        <ul className="columns-2 gap-8">
          {movers.map((one) => (
            <li key={one.key} className={`break-inside-avoid border-b border-rule/60 py-0.5 ${one.chosen ? "bg-tape/40" : ""}`}>
              <b className={inkOf(one.verdict)}>{one.label}</b> {read(one.words)}
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
