import { figure, type Field, type Schemas } from "../api/client";
import { usePens, type Stays } from "../api/queries";
import { Entry } from "../kit/Entry";
import { Pick } from "../kit/Pick";
import { Trouble } from "../kit/Trouble";
import { letterOf, type Season } from "./season";
import { useUnits } from "../kit/units";
import { useTeam, type One } from "./useTeam";
import { sayDay } from "../flocks/dates";

export const STAYS: { key: Stays; label: string }[] = [
  { key: "grass", label: "as the grass bears" },
  { key: "half-day", label: "moved twice a day" },
  { key: "day", label: "moved daily" },
  { key: "two-days", label: "moved every two days" },
  { key: "three-days", label: "moved every three days" },
  { key: "week", label: "moved weekly" },
  { key: "three-weeks", label: "moved every three weeks" },
];

/** The pens that walk a field: each with its letter, how long it stays, from which day; one more put on it, one taken off.
 *  `asked` is the pen one came here for. */
export function Team({ field, season, asked, onWay }: { field: Field; season: Season | null; asked: number; onWay?: (pen: number) => void }) {
  const pens = usePens().data ?? [];
  const { read } = useUnits();
  const { put, team, change: changed } = useTeam(field);
  const nameOf = (pen: number) => pens.find((one) => one.id === pen)?.name ?? "a pen that is put away";
  const others = pens.filter((pen) => !team.some((one) => one.pen === pen.id));
  return (
    <section aria-label="Pens on this field" className="mt-2">
      <ul>
        {field.team.map((one) => {
          const planned = season?.pens.find((pen) => pen.pen === one.pen);
          return (
            <li key={one.pen} className="grid grid-cols-[1.6rem_minmax(0,1fr)] items-baseline gap-x-2 border-t border-rule/70 py-1 md:grid-cols-[1.6rem_minmax(9rem,15rem)_14rem_10.5rem_1fr_auto]">
              <b className="figure border border-ink bg-tape text-center leading-6" aria-hidden>{season ? letterOf(season, one.pen) : "·"}</b>
              <span className="font-semibold">
                {nameOf(one.pen)} {planned ? <span className="font-normal text-pencil">{planned.flock_name}</span> : null}
              </span>
              <span className="max-md:col-start-2">
                <Pick quiet label={`How long ${nameOf(one.pen)} stays`} value={one.stays} options={STAYS} onPick={(key) => changed(one.pen, { stays: key as Stays })} />
              </span>
              <label className="text-sm whitespace-nowrap max-md:col-start-2">
                from{" "}
                <input type="date" className="entry w-36" aria-label={`First day of ${nameOf(one.pen)}`} value={one.first} onChange={(event) => event.target.value && changed(one.pen, { first: event.target.value })} />
              </label>
              <span className="text-sm max-md:col-start-2">
                {planned?.used_up_on ? <span className="text-clay">no ready ground on {sayDay(planned.used_up_on)}</span> : planned ? <span className="text-pencil">{planned.stops.length} stops</span> : <span className="text-pencil">{season ? "its birds have left" : ""}</span>}
              </span>
              <button type="button" className="line-button no-print max-md:col-start-2 max-md:justify-self-start" onClick={() => put.mutate(team.filter((each) => each.pen !== one.pen))}>
                <span className="sr-only">Take {nameOf(one.pen)} </span>off
              </button>
              <Ranging one={one} name={nameOf(one.pen)} onChange={(to) => changed(one.pen, to)} onWay={onWay} />
              {planned && planned.notes.length > 0 ? (
                <details className="col-start-2 text-sm md:col-span-5">
                  <summary className="text-pencil">what to know of its moves</summary>
                  <ul>
                    {planned.notes.map((note, i) => (
                      <li key={i} className="border-l-4 border-tape pl-2">{read(note)}</li>
                    ))}
                  </ul>
                  {planned.net_order.length > 0 ? (
                    <ol className="mt-1 list-decimal pl-6" aria-label="The order of moving the nets">
                      {planned.net_order.map((line) => (
                        <li key={line}>{line}</li>
                      ))}
                    </ol>
                  ) : null}
                </details>
              ) : null}
            </li>
          );
        })}
      </ul>
      {others.some((pen) => pen.id === asked) ? (
        <button type="button" className="line-button mt-1 mr-6 bg-tape/60" onClick={() => put.mutate([...team, { pen: asked, stays: "grass" }])}>
          Put {nameOf(asked)} on this field
        </button>
      ) : null}
      {others.length > 0 ? (
        <div className="no-print mt-1 max-w-xs">
          <Pick quiet label="Put a pen on it" value="" options={[{ key: "", label: "Put a pen on it" }, ...others.map((pen) => ({ key: String(pen.id), label: pen.name }))]} onPick={(key) => key && put.mutate([...team, { pen: Number(key), stays: "grass" }])} />
        </div>
      ) : null}
      <Trouble problem={put.error} />
    </section>
  );
}

/** How the birds of a pen use the ground: hours out, and nets round it. */
function Ranging({ one, name, onChange, onWay }: { one: Schemas["OnFieldOut"]; name: string; onChange: (to: Partial<One>) => void; onWay: ((pen: number) => void) | undefined }) {
  const { read } = useUnits();
  const said = [one.hours === null ? "" : `out ${one.hours} hours a day`, one.nets ? `in ${one.nets} ${one.nets === 1 ? "net" : "nets"} of ${read(one.net)}` : "", one.way.length > 0 ? "goes a way of your own" : ""].filter(Boolean).join(", ");
  return (
    <details className="col-start-2 text-sm md:col-span-5">
      <summary className="text-pencil">{said || "hours out, nets round it, a way of its own"}</summary>
      <div className="flex flex-wrap gap-x-6">
        <Entry label={`Hours a day the birds of ${name} are out; empty: as it is made`} value={one.hours === null ? "" : String(one.hours)} onKeep={(text) => onChange({ hours: text.trim() ? figure(text) : null })} />
        <Entry label={`Electric nets round ${name}; empty: none`} value={one.nets === null ? "" : String(one.nets)} onKeep={(text) => onChange({ nets: text.trim() ? figure(text) : null })} />
        {onWay ? (
          <button type="button" className="line-button self-end" onClick={() => onWay(one.pen)}>
            Draw its way on the map
          </button>
        ) : null}
        {one.way.length > 0 ? (
          <button type="button" className="line-button self-end" onClick={() => onChange({ way: [] })}>
            Let the lanes decide again
          </button>
        ) : null}
        {one.nets ? <Entry label="Each net is" value={read(one.net)} onKeep={(text) => onChange({ net_m: text })} /> : null}
      </div>
    </details>
  );
}
