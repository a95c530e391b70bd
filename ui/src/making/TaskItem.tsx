import { useState } from "react";
import type { Schemas } from "../api/client";
import { useUnits } from "../kit/units";
import type { useMakingChange } from "./useMakingChange";

type Task = Schemas["TaskOut"];

interface Props {
  task: Task;
  pen: number;
  drawn: number; // the pen's revision: a changed pen is drawn anew
  say: ReturnType<typeof useMakingChange>;
}

/** One step: its picture, what goes in, how it is checked, what can hurt; a box to tick. */
export function TaskItem({ task, pen, drawn, say }: Props) {
  const { read } = useUnits();
  return (
    <li className={`break-inside-avoid border-t border-ink py-3 ${task.done ? "text-pencil" : ""}`}>
      <div className="flex items-start gap-3">
        <input
          id={`step-${task.key}`}
          type="checkbox"
          className="mt-0.5 h-8 w-8 shrink-0 accent-grass"
          checked={task.done}
          onChange={(event) => say.tick({ key: task.key, done: event.target.checked, minutes: null })}
        />
        <label htmlFor={`step-${task.key}`} className="flex-1">
          <span className="font-slab text-lg font-bold">
            {task.number} {task.title}
          </span>
          <span className="ml-3 text-sm whitespace-nowrap text-pencil">{task.done && task.took ? `took ${Math.round(task.took)} min` : spell(task.minutes)}</span>
        </label>
      </div>
      {task.done ? (
        <Took task={task} say={say} />
      ) : (
        <div className="mt-2 grid gap-x-6 md:grid-cols-[300px_minmax(0,1fr)]">
          {task.pictured ? (
            <img className="w-full max-w-sm" src={`/api/pens/${pen}/making/${task.key}.svg?drawn=${drawn}`} alt={`Step ${task.number}: what is new drawn dark`} loading="lazy" />
          ) : (
            <span />
          )}
          <div className="space-y-1.5">
            {task.pieces.length > 0 && task.key !== "cut-1" ? (
              <p className="font-semibold">{task.pieces.map((one) => `${one.count} × ${one.what}`).join(", ")}</p>
            ) : null}
            {task.fixings.length > 0 ? <p>With {task.fixings.map((one) => `${one.count} ${one.what}`).join(", ")}.</p> : null}
            {task.tools.length > 0 ? (
              <p className="text-pencil">
                {task.tools.map((one, i) => (
                  <span key={one.words} className={one.borrow ? "text-straw-ink" : ""}>
                    {i ? "; " : ""}
                    {one.words}
                    {one.borrow ? " (to borrow)" : ""}
                  </span>
                ))}
                .
              </p>
            ) : null}
            {read(task.check) ? (
              <p>
                <b className="font-slab">Check</b> {read(task.check)}.
              </p>
            ) : null}
            {task.props ? <p className="border-l-4 border-tape pl-2">{read(task.props)}.</p> : null}
            {task.freed ? <p>{read(task.freed)}.</p> : null}
            {task.copied.map((one) => (
              <p key={one.metric}>{read(one)}.</p>
            ))}
            {task.helper ? (
              <p>
                <b className="font-slab">Two people.</b> {task.helper[0]?.toUpperCase() + task.helper.slice(1)}.
              </p>
            ) : null}
            {task.dries_h > 0 ? <p className="font-semibold">It dries {task.dries_h} hours before mesh or birds.</p> : null}
            {task.cautions.map((one) => (
              <p key={one} className="text-sm text-clay">
                {one}
              </p>
            ))}
          </div>
        </div>
      )}
    </li>
  );
}

/** What a done step really took: the hours ahead are told by it. */
function Took({ task, say }: { task: Task; say: Props["say"] }) {
  const [typed, setTyped] = useState<string | null>(null);
  const leave = () => {
    const minutes = Number(typed);
    if (typed !== null && typed.trim() !== "" && Number.isFinite(minutes)) say.tick({ key: task.key, done: true, minutes });
    setTyped(null);
  };
  return (
    <label className="mt-1 ml-11 flex items-baseline gap-2 text-sm">
      It took
      <input
        className="entry figure w-20 text-right"
        inputMode="numeric"
        aria-label={`Minutes step ${task.number} took`}
        value={typed ?? (task.took === null ? "" : String(Math.round(task.took)))}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={leave}
        onKeyDown={(event) => {
          if (event.key === "Enter") leave();
        }}
      />
      minutes
    </label>
  );
}

function spell(minutes: Schemas["MinutesOut"]): string {
  if (minutes.about === 0) return "";
  if (minutes.most < 90) return `${minutes.least} to ${minutes.most} min`;
  const hours = (part: number) => (Math.round(part / 30) / 2).toString();
  return `${hours(minutes.least)} to ${hours(minutes.most)} hours`;
}
