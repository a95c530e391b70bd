import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, from, type Place, type Schemas } from "../api/client";
import { keys, useChoices, usePlace } from "../api/queries";
import { renew } from "../api/show";
import { BothSides, sidesOf } from "../kit/BothSides";
import { Trouble, Waiting } from "../kit/Trouble";
import { UndoRedo } from "../kit/UndoRedo";
import { useKeptForm } from "../kit/useKeptForm";
import { FarmCondition } from "./FarmCondition";
import { MonthsChart, WetDays } from "./MonthsChart";
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
  const refresh = () => {
    void renew(cache);
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
      <div className="mt-4 gap-x-12 lg:columns-3">
        {choices.groups.map((group) => (
          <section key={group.name} className="mb-8 break-inside-avoid space-y-3">
            <h2>{group.name}</h2>
            {choices.conditions.filter((one) => one.group === group.name).map((one) => (
              <FarmCondition key={one.name} one={one} place={place} zones={choices.zones} error={errorOf(one.name)}
                onKeep={(value) => form.keep({ [one.name]: value })} />
            ))}
            {group.note ? <p className="text-sm text-pencil">{group.note}</p> : null}
          </section>
        ))}
      </div>
      <WayPanel place={place} grounds={choices.grounds} problem={problem} onKeep={(way) => form.keep({ way })} />
      <section className="mt-8">
        <h2>Mean temperature by month</h2>
        <MonthsChart place={place} error={errorOf("months_c")} onKeep={(months_c) => form.keep({ months_c })} />
        <p className="mt-2 text-sm text-pencil">Warmth sets what birds eat and how fast a stop grows back.</p>
        <h2 className="mt-6">Days of heavy rain, or on soft ground</h2>
        <WetDays days={place.wet_days} error={errorOf("wet_days")} onKeep={(wet_days) => form.keep({ wet_days })} />
        <p className="mt-2 text-sm text-pencil">On such a day birds wear the grass half as much again, so in wet months they are moved on sooner.</p>
        <p className="mt-6 text-sm">
          <a className="underline" href="/licences.txt">
            Licences of the letters and libraries this page is made with
          </a>
        </p>
      </section>
    </div>
  );
}
