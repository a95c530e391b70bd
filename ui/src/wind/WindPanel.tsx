import { useState } from "react";
import type { Bench } from "../api/client";
import { useWind } from "../api/queries";
import { WindRose } from "../drawing/WindRose";
import { inkOf } from "../kit/grade";
import { Trouble, Waiting } from "../kit/Trouble";
import { useUnits } from "../kit/units";
import { TodaysWind } from "./TodaysWind";

const ROSE = 360;
const MARGIN = 44; // its words stand outside the ring

/** The wind verdict opened: the pen's chart in each of its states, when to act, what to tie it with. */
export function WindPanel({ bench, onTry }: { bench: Bench; onTry: (values: Record<string, string | number>) => void }) {
  const { read } = useUnits();
  const [from, setFrom] = useState<number | null>(null);
  const [shown, setShown] = useState("parked");
  const wind = useWind(bench, from);
  if (wind.error) return <Trouble problem={wind.error} />;
  if (!wind.data) return <Waiting what="Turning the pen about in the wind" />;
  const state = wind.data.states.find((one) => one.key === shown) ?? wind.data.states[0];
  if (!state) return null;
  return (
    <div className="my-4 space-y-4">
      <div className="grid items-center gap-x-6 md:grid-cols-[360px_minmax(0,1fr)]">
        <svg viewBox={`0 0 ${ROSE} ${ROSE}`} className="w-full" role="group" aria-label={`Wind chart, ${state.label}`}>
          <WindRose bench={{ ...bench, gusts: state.gusts }} x={ROSE / 2} y={ROSE / 2} size={ROSE - MARGIN} />
        </svg>
        <div>
          <h3>As it stands</h3>
          <ul>
            {wind.data.states.map((one) => (
              <li key={one.key} className="border-b border-rule/60">
                <button
                  type="button"
                  aria-pressed={one.key === state.key}
                  className={`flex w-full items-baseline gap-3 py-1 text-left ${one.key === state.key ? "bg-tape/40" : "hover:bg-sward/60"}`}
                  onClick={() => setShown(one.key)}
                >
                  <span className="min-w-0 flex-1 pl-1">
                    <b>{one.label}</b>
                    <span className="block text-sm text-pencil">{read(one.sentence)}; best {read(one.best)}</span>
                  </span>
                  <span className={`figure pr-1 font-semibold whitespace-nowrap ${inkOf(one.verdict)}`}>
                    {one.word}:{" "}
                    {read(one.stands)}
                  </span>
                </button>
              </li>
            ))}
          </ul>
          <p className="mt-2">
            <b>Act</b> when gusts of {read(wind.data.act)} are forecast: tie it down, turn it, move the birds.
          </p>
          <TodaysWind from={from} heading={wind.data.heading} onFrom={setFrom} />
        </div>
      </div>
      <section aria-label="Tied down">
        <h3>Tied down for your gust</h3>
        <ul>
          {wind.data.tyings.map((one) => (
            <li key={one.key} className="flex items-baseline gap-3 border-b border-rule/60 py-1">
              <b className="w-48 shrink-0">{one.label}</b>
              <span className="flex-1">{read(one.sentence)}</span>
              {one.pairs ? (
                <button type="button" className="text-sm underline" onClick={() => onTry({ anchors: one.pairs ?? 0, anchor: one.key, anchors_at: one.layout })}>
                  tie it so
                </button>
              ) : null}
            </li>
          ))}
        </ul>
        <p className="flex items-baseline gap-3 py-1">
          <span className="flex-1">{read(wind.data.ballast)}</span>
          {wind.data.cans ? (
            <button type="button" className="text-sm underline" onClick={() => onTry({ ballast: wind.data?.cans ?? 0 })}>
              hang them so
            </button>
          ) : null}
        </p>
        <p className="mt-1 text-sm text-pencil">{wind.data.ties_note}</p>
      </section>
      {wind.data.leaves.length > 0 ? (
        <section aria-label="What goes first">
          <h3>What goes first</h3>
          <ul>
            {wind.data.leaves.map((one) => (
              <li key={one.role} className={one.enough ? "" : "text-clay"}>
                <b>{one.role}</b> {read(one.sentence)}
              </li>
            ))}
          </ul>
        </section>
      ) : null}
    </div>
  );
}
