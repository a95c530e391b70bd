import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, figure, from, type Place, type Schemas } from "../api/client";
import { keys, useChoices, usePlace } from "../api/queries";
import { BothSides, sidesOf } from "../kit/BothSides";
import { Entry } from "../kit/Entry";
import { Pick } from "../kit/Pick";
import { Ticks } from "../kit/Ticks";
import { Trouble, Waiting } from "../kit/Trouble";
import { UndoRedo } from "../kit/UndoRedo";
import { useKeptForm } from "../kit/useKeptForm";
import { useUnits } from "../kit/units";
import { MonthsChart } from "./MonthsChart";
import { WayPanel } from "./WayPanel";

type PlaceIn = Schemas["PlaceIn"];

/** The farm: who moves pens, over what ground, in what wind, within what limits. */
export function FarmPage() {
  const place = usePlace();
  const choices = useChoices();
  if (place.error) return <Trouble problem={place.error} />;
  if (!place.data || !choices.data) return <Waiting what="Looking round the farm" />;
  return <Form place={place.data} choices={choices.data} />;
}

function Form({ place, choices }: { place: Place; choices: Schemas["ChoicesOut"] }) {
  const cache = useQueryClient();
  const { read } = useUnits();
  const refresh = () => {
    void cache.invalidateQueries();
  };
  const form = useKeptForm<PlaceIn, Place>({
    name: "place",
    latest: () => cache.getQueryData<Place>(keys.place)?.revision ?? place.revision,
    send: (body, base) => answer(api.PATCH("/api/place", { params: { header: from(base) }, body })),
    onKept: (kept) => {
      cache.setQueryData(keys.place, kept);
      refresh();
    },
    refresh,
  });
  const step = useMutation({
    mutationFn: (which: "undo" | "redo") => answer(api.POST("/api/place/{step}", { params: { path: { step: which }, header: from(place.revision) } })),
    onSuccess: refresh,
  });
  const { problem, conflict } = form;
  const errorOf = (field: string) => (problem?.field === field ? problem.message : undefined);
  const pick = (field: "crew" | "moving_ground" | "holding_ground" | "exposure" | "turf" | "snow", label: string, options: Schemas["ChoiceOut"][]) => (
    <Pick label={label} value={place[field]} options={options} onPick={(key) => form.keep({ [field]: key })} error={errorOf(field)} />
  );
  const number = (field: "slope_percent" | "speed_up", label: string, hint: string) => (
    <Entry label={label} value={String(place[field])} hint={hint} error={errorOf(field)} onKeep={(text) => form.keep({ [field]: figure(text) })} />
  );
  const amount = (field: "design_gust_ms" | "heaviest_kg" | "snow_mm" | "passage_mm" | "hump_mm", label: string, value: string, hint: string) => (
    <Entry label={label} value={value} hint={hint} error={errorOf(field)} onKeep={(text) => form.keep({ [field]: text })} />
  );
  return (
    <div className="pt-5">
      <div className="flex items-baseline justify-between">
        <h1>The farm and its limits</h1>
        <UndoRedo
          told={{ of: "the farm's place", key: ["place", place.revision], read: (before) => answer(api.GET("/api/place/history", { params: { query: { before } } })) }}
          canUndo={place.can_undo} canRedo={place.can_redo} onStep={step.mutate} />
      </div>
      {conflict ? <BothSides what="farm" sides={sidesOf({ ...conflict.mine }, conflict.problem, {})} onResolve={form.resolve} /> : null}
      {problem && !(problem.field in place) && !problem.field.startsWith("way-") ? <Trouble problem={problem} /> : null}
      <div className="mt-4 grid gap-x-12 gap-y-8 lg:grid-cols-3">
        <section className="space-y-3">
          <h2>Who moves pens</h2>
          {pick("crew", "Mover", choices.crews)}
          <Ticks legend="Must manage it too" options={choices.crews.filter((one) => one.key !== place.crew)} on={place.also} onKeep={(also) => form.keep({ also })} />
          {amount("heaviest_kg", "Heaviest pen you want", read(place.heaviest), "timber fresh from the yard")}
          <Ticks legend="Tools at hand" options={choices.tools} on={place.tools} onKeep={(tools) => form.keep({ tools })} />
          <p className="text-sm text-pencil">
            What they lift, start and keep going is held against the HSE guideline figures (INDG143, L23). The weakest who
            must move it decides.
          </p>
        </section>
        <section className="space-y-3">
          <h2>Ground</h2>
          {pick("moving_ground", "Usual worst for moving", choices.grounds)}
          {pick("holding_ground", "For holding in wind", choices.grounds)}
          {pick("turf", "Bumps", choices.turfs)}
          <label className="block text-sm">
            Time zone
            <select className="entry w-full font-semibold" value={place.zone} onChange={(event) => form.keep({ zone: event.target.value })}>
              {(choices.zones.includes(place.zone) ? choices.zones : [place.zone, ...choices.zones]).map((one) => (
                <option key={one}>{one}</option>
              ))}
            </select>
          </label>
          {number("slope_percent", "Slope, %", "pulled uphill")}
          {amount("hump_mm", "Humps", read(place.hump), "how much the ground rises between the ends of a pen")}
          {amount("passage_mm", "Narrowest passage", read(place.passage), "on the way to the field, where none is drawn below")}
        </section>
        <section className="space-y-3">
          <h2>Wind</h2>
          {amount("design_gust_ms", "Gust to stand", read(place.design_gust), "at 10 m, as forecasts give it: m/s, mph, km/h or kn")}
          {pick("exposure", "Land around", choices.exposures)}
          {number("speed_up", "Speed-up on a ridge", "1 on the flat, up to 1.5 on a crest")}
          {amount("snow_mm", "Snow", read(place.snow_depth), "the deepest to be reckoned with, on level ground")}
          {pick("snow", "Kind of snow", choices.snows)}
        </section>
      </div>
      <WayPanel place={place} grounds={choices.grounds} problem={problem} onKeep={(way) => form.keep({ way })} />
      <section className="mt-8">
        <h2>Mean temperature by month</h2>
        <MonthsChart place={place} error={errorOf("months_c")} onKeep={(months_c) => form.keep({ months_c })} />
        <p className="mt-2 text-sm text-pencil">Warmth sets what birds eat and how fast a stop grows back.</p>
        <p className="mt-6 text-sm">
          <a className="underline" href="/licences.txt">
            Licences of the letters and libraries this page is made with
          </a>
        </p>
      </section>
    </div>
  );
}
