import { useEffect, useRef, useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import type { Field } from "../api/client";
import { useFields, usePens, useSeason } from "../api/queries";
import { Trouble, Waiting } from "../kit/Trouble";
import { useUnits } from "../kit/units";
import { NoPen } from "../pens/NoPen";
import { DayMoves } from "./DayMoves";
import { FieldDrawing } from "./FieldDrawing";
import { FieldPanel } from "./FieldPanel";
import { MonthPage } from "./MonthPage";
import { dayOf, numberOf, type Season } from "./season";
import { SeasonMap, type Spot } from "./SeasonMap";
import { SeasonPull } from "./SeasonPull";
import { StripYear } from "./StripYear";
import { Team } from "./Team";
import { useSaid } from "./useSaid";

/** Ground: a field from above with the pens that walk it, day by day over the season. */
export function GroundPage() {
  const id = Number(useParams()["id"] ?? 0);
  const forPen = Number(useSearchParams()[0].get("pen") ?? 0);
  const go = useNavigate();
  const pens = usePens();
  const kept = useFields();
  const [drawing, setDrawing] = useState(false);
  const here = useRef(true);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  if (!pens.data || !kept.data) return <Waiting what="Walking out to the field" />;
  const { fields, kinds } = kept.data;
  const field = fields.find((one) => one.id === id) ?? fields.find((one) => one.team.some((each) => each.pen === forPen)) ?? fields[0];
  if (pens.data.length === 0) return <NoPen what="A plan of daily moves follows a pen over your own field." />;
  const show = (to: number) => {
    if (!here.current) return; // kept after the keeper went on to something else
    setDrawing(false);
    void go(`/ground/${to}`);
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-7 pt-4 lg:grid-cols-[230px_minmax(0,1fr)]">
      <div className="max-lg:order-2">
        <FieldPanel fields={fields} field={field} onShow={show} onDraw={() => setDrawing(true)} />
      </div>
      {field && drawing ? (
        <FieldDrawing key={`${field.id}-${field.revision}`} field={field} kinds={kinds} onDone={() => setDrawing(false)} />
      ) : field ? (
        <FieldSeason key={field.id} field={field} asked={forPen} />
      ) : (
        <p className="max-w-prose pt-2 text-lg">
          Enter a field: how long it is, how wide, and which way its length runs; its edge can be drawn after that. Pens then walk up and
          down it in lanes, a stop at a time, by the age of their birds.
        </p>
      )}
    </div>
  );
}

function FieldSeason({ field, asked }: { field: Field; asked: number }) {
  const found = useSeason(field.id);
  const season = found.data;
  return (
    <section>
      <h1>{field.name}</h1>
      {found.error ? <Trouble problem={found.error} /> : null}
      {season && !found.error ? <Days field={field} season={season} asked={asked} /> : null}
      {season === null && !found.error ? (
        <p className="mt-2 max-w-prose text-lg">
          No pen with birds walks this field. Put one on it, or several: each gets a part of its own as large as its birds come over, side
          by side, so that they never meet.
        </p>
      ) : null}
      {season === undefined && !found.error ? <Waiting what="Laying out lanes" /> : null}
      {season && !found.error ? null : <Team field={field} season={null} asked={asked} />}
      {season && !found.error ? <Manure season={season} /> : null}
    </section>
  );
}

/** A season on a day: its map, what is moved, and the wall almanac. */
function Days({ field, season, asked }: { field: Field; season: Season; asked: number }) {
  const clamp = (number: number) => Math.min(Math.max(number, numberOf(season.start)), numberOf(season.end) - 1);
  const [pulled, setPulled] = useState<number | null>(null);
  const day = clamp(pulled ?? numberOf(season.today));
  const on = dayOf(day);
  const [pointed, setPointed] = useState<Spot | null>(null);
  const [ghost, setGhost] = useState<{ pen: number; spot: Spot } | null>(null);
  const [way, setWay] = useState<{ pen: number; spots: Spot[] } | null>(null);
  const [near, setNear] = useState(() => window.matchMedia("(max-width: 47.99rem)").matches);
  const said = useSaid(field);
  const { read } = useUnits();
  const hold = (pen: number) => {
    const visit = season.visits.filter((one) => one.pen === pen && one.day <= on).pop();
    const xs = visit?.corners ?? [];
    setGhost({ pen, spot: { u: ((xs[0] ?? 0) + (xs[4] ?? 0)) / 2, v: ((xs[1] ?? 0) + (xs[5] ?? 0)) / 2 } });
  };
  const first = season.visits.find((visit) => visit.day === on && visit.state === "planned") ?? season.visits.find((visit) => visit.day <= on && visit.left > on);
  const held = ghost ? season.pens.find((pen) => pen.pen === ghost.pen) : null;
  return (
    <>
      <ul className="mt-1">
        {season.notes.map((note, i) => (
          <li key={i}>{read(note)}</li>
        ))}
      </ul>
      <SeasonMap season={season} day={day} pointed={pointed} ghost={ghost} near={near ? (first?.pen ?? null) : null} way={way?.spots ?? null} onPoint={(spot) => (way ? setWay({ ...way, spots: [...way.spots, spot] }) : ghost ? setGhost({ ...ghost, spot }) : setPointed(spot))} />
      <button type="button" className="line-button no-print text-sm md:hidden" onClick={() => setNear(!near)}>
        {near ? "See the whole field" : "See it from near"}
      </button>
      {ghost && held ? (
        <p className="my-1 flex flex-wrap gap-x-5 border-l-4 border-clay pl-3">
          Press where {held.name} stands on the map, or nudge it by the arrow keys.
          <button type="button" className="line-button bg-tape/60" onClick={() => (said.putAt(ghost.pen, on, ghost.spot.u, ghost.spot.v, 0), setGhost(null))}>
            It stands here
          </button>
          <button type="button" className="line-button" onClick={() => setGhost(null)}>
            Leave it
          </button>
        </p>
      ) : null}
      {way ? (
        <p className="my-1 flex flex-wrap gap-x-5 border-l-4 border-clay pl-3">
          Press the map where {season.pens.find((pen) => pen.pen === way.pen)?.name} is to go first, next and last.
          <button type="button" className="line-button bg-tape/60" disabled={way.spots.length < 2} onClick={() => (said.goThisWay(way.pen, way.spots.map(({ u, v }) => [u, v])), setWay(null))}>
            It goes this way
          </button>
          <button type="button" className="line-button" disabled={way.spots.length === 0} onClick={() => setWay({ ...way, spots: way.spots.slice(0, -1) })}>
            Take the last place back
          </button>
          <button type="button" className="line-button" onClick={() => setWay(null)}>
            Leave it
          </button>
        </p>
      ) : null}
      <SeasonPull season={season} day={day} onDay={setPulled} />
      {pointed ? <StripYear field={season.field.id} spot={pointed} on={on} onClose={() => setPointed(null)} /> : null}
      <DayMoves season={season} day={on} said={said} onPlace={hold} />
      <Team field={field} season={season} asked={asked} onWay={(pen) => setWay({ pen, spots: [] })} />
      <MonthPage season={season} day={on} onDay={(to) => setPulled(numberOf(to))} />
    </>
  );
}

/** What the field gets in the year, and the season as files. */
function Manure({ season }: { season: Season }) {
  const { read } = useUnits();
  const { manure, field } = season;
  const files = [
    ["moves.ics", "Moves as a calendar"],
    ["moves.csv", "Moves as a table"],
    ["moves.geojson", "Stops as GeoJSON"],
  ] as const;
  return (
    <section aria-label="Manure" className="mt-5">
      <h2>What it gets in the year</h2>
      <p>
        <span className={manure.past ? "font-semibold text-clay" : "font-semibold"}>{read(manure.mean)}</span> of nitrogen as a mean of the whole
        field, of {read(manure.limit)} (Directive 91/676/EEC): {read(manure.nitrogen)} of nitrogen, {read(manure.phosphorus)} of phosphorus,{" "}
        {read(manure.potassium)} of potassium by their shares (ASAE D384.2), worth about {manure.worth.toFixed(0)} in your money.
      </p>
      <p className="no-print mt-2 flex flex-wrap gap-x-6">
        {files.map(([file, label]) => (
          <a key={file} className="line-button" href={`/api/fields/${field.id}/${file}`} download>
            {label}
          </a>
        ))}
      </p>
      <p className="no-print mt-1 text-sm text-pencil">A calendar that was only imported does not follow: import it again when the plan changes; moves no longer planned are cancelled in it.</p>
    </section>
  );
}
