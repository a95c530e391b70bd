import { useState } from "react";
import { Navigate, useParams } from "react-router";
import type { Field } from "../api/client";
import { useFields, useMoves, usePens, type Stays } from "../api/queries";
import { Pick } from "../kit/Pick";
import { Trouble, Waiting } from "../kit/Trouble";
import { NoPen } from "../pens/NoPen";
import { PenChoice } from "../pens/PenChoice";
import { Almanac } from "./Almanac";
import { FieldDrawing } from "./FieldDrawing";
import { FieldMap } from "./FieldMap";
import { FieldPanel } from "./FieldPanel";
import { useUnits } from "../kit/units";

const DAYS = 14;
const STAYS: { key: Stays; label: string }[] = [
  { key: "grass", label: "as the grass bears" },
  { key: "half-day", label: "moved twice a day" },
  { key: "day", label: "moved daily" },
  { key: "two-days", label: "moved every two days" },
  { key: "three-days", label: "moved every three days" },
  { key: "week", label: "moved weekly" },
  { key: "three-weeks", label: "moved every three weeks" },
];

/** Ground: the field from above, the pen's stops over the next fourteen days, each day's load. */
export function GroundPage() {
  const id = Number(useParams()["id"] ?? 0);
  const pens = usePens();
  const kept = useFields();
  const [fieldId, setFieldId] = useState<number | null>(null);
  const [drawing, setDrawing] = useState(false);
  if (!id && pens.data?.[0]) return <Navigate to={`/ground/${pens.data[0].id}`} replace />;
  if (!pens.data || !kept.data) return <Waiting what="Walking out to the field" />;
  if (!id) return <NoPen what="A plan of daily moves follows a pen over your own field." />;
  const { fields, kinds } = kept.data;
  const field = fields.find((one) => one.id === fieldId) ?? fields[0];
  const show = (id: number) => {
    setFieldId(id);
    setDrawing(false);
  };
  return (
    <div className="pt-4">
      <PenChoice part="ground" current={id} />
      <div className="grid grid-cols-[minmax(0,1fr)] gap-7 lg:grid-cols-[250px_minmax(0,1fr)]">
        <FieldPanel fields={fields} field={field} onShow={show} onDraw={() => setDrawing(true)} />
        {field && drawing ? (
          <FieldDrawing key={`${field.id}-${field.revision}`} field={field} kinds={kinds} onDone={() => setDrawing(false)} />
        ) : field ? (
          <Plan pen={id} field={field} />
        ) : (
          <p className="max-w-prose pt-2 text-lg">
            Enter a field: how long it is, how wide, and which way its length runs; its edge can be drawn after that. The pen then
            walks up and down it in lanes, a stop at a time, by the age of the birds.
          </p>
        )}
      </div>
    </div>
  );
}

function Plan({ pen, field }: { pen: number; field: Field }) {
  const [start, setStart] = useState("");
  const [day, setDay] = useState<string | null>(null);
  const { read } = useUnits();
  const [stays, setStays] = useState<Stays>("grass");
  const moves = useMoves(pen, field.id, start, DAYS, stays);
  const plan = moves.data;
  const query = new URLSearchParams({ field: String(field.id), days: String(DAYS), stays, ...(start ? { start } : {}) });
  if (!plan && !moves.error) return <Waiting what="Laying out lanes" />;
  const first = plan?.moves[0];
  const shown = day && plan?.days.some((one) => one.day === day) ? day : (first?.day ?? "");
  return (
    <section>
      <div className="flex flex-wrap items-baseline gap-5">
        <h1>{plan ? `${plan.pen_name} on ${field.name}` : field.name}</h1>
        <label className="text-sm">
          from{" "}
          <input type="date" className="entry font-semibold" aria-label="First day" value={start || first?.day || ""} min={plan?.out} max={plan?.leaves} onChange={(event) => setStart(event.target.value)} />
        </label>
        <div className="w-52">
          <Pick quiet label="How long it stays" value={stays} options={STAYS} onPick={(key) => setStays(key as Stays)} />
        </div>
        {plan && !moves.error ? (
          <a className="line-button" href={`/api/pens/${pen}/moves.ics?${query}`} download>
            Moves as a calendar
          </a>
        ) : null}
        {plan && !moves.error ? (
          <a className="line-button" href={`/api/pens/${pen}/moves.geojson?${query}`} download>
            Stops as GeoJSON
          </a>
        ) : null}
      </div>
      {moves.error ? (
        <Trouble problem={moves.error} />
      ) : plan ? (
        <>
          <ul className="mt-1">
            {plan.notes.map((note, i) => (
              <li key={i} className="border-l-4 border-tape pl-2">
                {read(note)}
              </li>
            ))}
          </ul>
          <FieldMap plan={plan} day={shown} onPick={setDay} />
          <Almanac plan={plan} day={shown} onPick={setDay} />
        </>
      ) : null}
    </section>
  );
}
