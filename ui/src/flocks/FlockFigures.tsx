import { useState } from "react";
import type { Flock, Worked } from "../api/client";
import { useFlockFigures } from "../api/queries";
import { Trouble, Waiting } from "../kit/Trouble";
import { useUnits } from "../kit/units";
import { GrowthChart } from "./GrowthChart";
import { LayChart } from "./LayChart";
import { sayDay } from "./dates";

/** What a flock comes to, once it is worked out. */
export function FlockFigures({ flock }: { flock: Flock }) {
  const figures = useFlockFigures(flock);
  if (figures.error) return <Trouble problem={figures.error} />;
  return figures.data ? <Figures flock={{ ...flock, ...figures.data }} /> : <Waiting what="Working out the flock" />;
}

/** Growth or lay drawn over a flock's days, and the day pointed at in words. */
function Figures({ flock }: { flock: Worked }) {
  const { read } = useUnits();
  const [at, setAt] = useState<number | null>(null);
  const apart = flock.out.slice(0, 4) !== flock.leaves.slice(0, 4);
  const say = (day: string) => (apart ? `${sayDay(day)} ${day.slice(0, 4)}` : sayDay(day));
  const day = flock.days.find((one) => one.day === at) ?? flock.days[flock.days.length - 1];
  return (
    <>
      <h2>
        {flock.name}: {flock.placed} × {flock.strain_label}
      </h2>
      <p className="text-pencil">
        out {say(flock.out)} at day {flock.out_day}, leave {say(flock.leaves)} at day {flock.leaving_day}
      </p>
      {flock.days.some((one) => one.eggs > 0) ? (
        <LayChart flock={flock} at={day?.day ?? flock.leaving_day} onPoint={setAt} />
      ) : (
        <GrowthChart flock={flock} at={day?.day ?? flock.leaving_day} onPoint={setAt} />
      )}
      {day ? (
        <dl className="mt-2 grid grid-cols-5 gap-3 border-y border-ink py-2">
          <Figure label={`day ${day.day}, ${say(day.on)}`} value={read(day.mass)} what="a bird" />
          <Figure label="floor a bird needs" value={read(day.need)} what="good" />
          {day.eggs > 0 ? (
            <Figure label="eggs that day" value={day.eggs.toFixed(0)} what="all birds" />
          ) : (
            <Figure label="floor for all" value={read(flock.needed_floor)} what="on the last day" />
          )}
          <Figure label="feed that day" value={read(day.feed)} what="all birds" />
          <Figure label="water that day" value={read(day.water)} what="with spillage" />
        </dl>
      ) : null}
      <p className="mt-3 max-w-prose">
        They leave at {read(flock.leaving_mass)} each, about {flock.leave_alive} of {flock.placed}. On the grass they eat{" "}
        <b>{read(flock.feed_total)}</b> in all and drink up to {read(flock.water_peak)} a day at each
        month’s mean. On your hottest day, {read(flock.hottest)}, you carry <b>{read(flock.water_hottest)}</b> to open drinkers:
        that is when they run dry. Cups and nipples spill less; each pen tells of its own.
      </p>
      <p className="mt-2 max-w-prose text-sm text-pencil">
        Growth: Gompertz curve of the strain. Feed: upkeep and gain after NRC 1994, at each month’s mean temperature. Floor
        goes with mass to the power 0.67. A vet for sick birds; wash hands after handling them.
      </p>
    </>
  );
}

function Figure({ label, value, what }: { label: string; value: string; what: string }) {
  return (
    <div>
      <dt className="text-sm text-pencil">{label}</dt>
      <dd className="figure text-[18px]">{value}</dd>
      <dd className="text-sm text-pencil">{what}</dd>
    </div>
  );
}
