import type { Making, Schemas } from "../api/client";
import { Entry } from "../kit/Entry";
import type { useMakingChange } from "./useMakingChange";

/** When it is done, by the evenings there are; a wall calendar of the days left. */
export function FinishBy({ making, say }: { making: Making; say: ReturnType<typeof useMakingChange> }) {
  const keep = (change: Partial<Schemas["DaysIn"]>) =>
    say.days({ begin: making.begin, wanted: making.wanted_by_flock ? null : making.wanted, errands: making.errands, ...change });
  const left = making.tasks.some((one) => !one.done);
  return (
    <aside aria-label="Finish by" className="max-lg:mt-6 lg:sticky lg:top-4 lg:self-start">
      <h2>Finish by</h2>
      {left ? (
        <p className={`mt-1 border-l-4 pl-3 ${making.late_days ? "border-clay text-clay" : "border-grass"}`}>
          Done {spoken(making.done_on)}
          {making.late_days ? `: ${making.late_days} ${making.late_days === 1 ? "day" : "days"} late` : `, in time for ${spoken(making.wanted)}`}.
          {making.begin_by ? ` Begun by ${spoken(making.begin_by)} it would be in time.` : making.late_days ? " No day is early enough with these evenings." : ""}
        </p>
      ) : (
        <p className="mt-1 border-l-4 border-grass pl-3">Every step is done.</p>
      )}
      <div className="mt-3 grid grid-cols-2 gap-3">
        <Entry label="Wanted by" type="date" value={making.wanted} onKeep={(wanted) => keep({ wanted: wanted || null })} />
        <Entry label="Begin on" type="date" value={making.begin} onKeep={(begin) => keep({ begin: begin || null })} />
        <Entry label="Days to shop and borrow" value={String(making.errands)} onKeep={(text) => keep({ errands: Number(text) })} />
      </div>
      <p className="mt-1 text-sm text-pencil">
        {making.wanted_by_flock ? "Wanted when its flock goes out. " : ""}The hours of each weekday are set on the Farm page.{" "}
        {making.wanted_by_flock ? null : (
          <button type="button" className="underline" onClick={() => keep({ wanted: null })}>
            When its flock goes out
          </button>
        )}
      </p>
      <Almanac days={making.days} wanted={making.wanted} />
      <a className="line-button no-print mt-2 inline-block" href={`/api/pens/${making.pen_id}/making/days.ics`} download>
        Days as iCalendar
      </a>
    </aside>
  );
}

/** The weeks of building, Monday first: what is done on each day by its number. */
function Almanac({ days, wanted }: { days: Schemas["DayOfWorkOut"][]; wanted: string }) {
  if (days.length === 0) return null;
  const by = new Map(days.map((one) => [one.day, one]));
  const first = monday(days[0]?.day ?? wanted);
  const last = days[days.length - 1]?.day ?? wanted;
  const weeks: string[][] = [];
  for (let day = first; day <= last && weeks.length < 9; day = after(day, 7)) weeks.push(Array.from({ length: 7 }, (_, i) => after(day, i)));
  return (
    <table className="mt-3 w-full table-fixed border-collapse" aria-label="Days of building">
      <thead>
        <tr>
          {["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"].map((one) => (
            <th key={one} className="text-left text-sm font-normal text-pencil">
              {one}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {weeks.map((week) => (
          <tr key={week[0]}>
            {week.map((day) => {
              const found = by.get(day);
              return (
                <td key={day} className={`h-12 border border-rule px-1 align-top ${found?.tasks.length ? "bg-sward" : ""} ${day === wanted ? "outline-2 -outline-offset-2 outline-ink" : ""}`}>
                  <span className="text-sm text-pencil">{Number(day.slice(8))}</span>
                  <span className="figure block text-sm leading-tight">{found?.tasks.map((one) => one.what).join(", ")}</span>
                  {found?.dries ? <span className="block text-xs">dries</span> : null}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function after(day: string, days: number): string {
  const at = new Date(`${day}T12:00:00Z`);
  at.setUTCDate(at.getUTCDate() + days);
  return at.toISOString().slice(0, 10);
}

function monday(day: string): string {
  return after(day, -((new Date(`${day}T12:00:00Z`).getUTCDay() + 6) % 7));
}

function spoken(day: string): string {
  return new Date(`${day}T12:00:00Z`).toLocaleDateString("en-GB", { weekday: "short", day: "numeric", month: "long", timeZone: "UTC" });
}
