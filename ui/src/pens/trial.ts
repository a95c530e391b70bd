/** A trial shows what it changes over the pen as it is kept; its words come in the units in use, and stand for both. */
import { modelOf, outlineOf, type View } from "../api/bench";
import type { Bench, Finding, Schemas, Words } from "../api/client";

export type Trial = Schemas["TrialOut"];

const said = (text: string): Words => ({ metric: text, imperial: text });
const maybe = (text: string | null) => (text === null ? null : said(text));

/** The bench as a trial would make it. */
export function tried(kept: Bench, trial: Trial): Bench {
  const matters = new Set(trial.matters);
  const values = Object.entries(kept.values).map(([name, value]) => [name, { ...value, matters: matters.has(name) }] as const);
  const changed = Object.entries(trial.values).map(([name, value]) => [
    name,
    { ...value, text: said(value.text), stops: kept.values[name]?.stops ?? [], matters: matters.has(name) },
  ]);
  return {
    ...kept,
    values: Object.fromEntries([...values, ...changed]) as Bench["values"],
    views: trial.views.map((view) => seen(view, kept)),
    model: trial.model ? modelOf(trial.model) : kept.model,
    birds: trial.birds,
    centre: trial.centre,
    findings: kept.findings.map((one) => found(one, trial.findings.find((each) => each.what === one.what))),
    about_cost: trial.about_cost,
    strains: trial.strains,
    gusts: trial.gusts.map((one) => ({ ...one, text: said(one.text) })),
    notes: trial.notes.map(said),
  };
}

function found(kept: Finding, trial: Trial["findings"][number] | undefined): Finding {
  if (!trial) return kept;
  const { figure, sentence, limit, cost, band_words: band } = trial;
  return { ...kept, ...trial, figure: said(figure), sentence: said(sentence), limit: said(limit), cost: maybe(cost), band_words: maybe(band) };
}

/** A flat picture; where solids are looked at, its dimensions over the outlines that are kept. */
function seen(view: Schemas["TriedViewOut"], kept: Bench): View {
  const dimensions = view.dimensions.map((one) => ({ ...one, text: said(one.text) }));
  const before = view.outlines.length === 0 ? kept.views.find((one) => one.name === view.name) : undefined;
  return { ...view, dimensions, outlines: before?.outlines ?? view.outlines.map(outlineOf), behind: before?.behind ?? view.behind };
}
