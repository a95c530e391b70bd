/** A trial shows what it changes over the pen as it is kept; its words come in the units in use, and stand for both. */
import type { Bench, Finding, Schemas, Words } from "../api/client";

export type Trial = Schemas["TrialOut"];
type Part = Schemas["PartOut"];
type Two = [number, number];
type Three = [number, number, number];

const said = (text: string): Words => ({ metric: text, imperial: text });
const maybe = (text: string | null) => (text === null ? null : said(text));

// The faces of a box whose corners go round its first end, then round its second, as they are seen from outside
const RIGHT = [
  [0, 3, 2, 1],
  [4, 5, 6, 7],
  [0, 1, 5, 4],
  [1, 2, 6, 5],
  [2, 3, 7, 6],
  [3, 0, 4, 7],
] as const;
const trianglesOf = (faces: readonly (readonly number[])[]) => faces.flatMap(([a = 0, b = 0, c = 0, d = 0]): Three[] => [[a, b, c], [a, c, d]]);
const BOX = { right: trianglesOf(RIGHT), left: trianglesOf(RIGHT.map((face) => [...face].reverse())) };
const BOX_EDGES: [number, number][] = [[0, 1], [0, 3], [0, 4], [1, 2], [1, 5], [2, 3], [2, 6], [3, 7], [4, 5], [4, 7], [5, 6], [6, 7]];

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
    model: trial.model ? { ...trial.model, parts: trial.model.parts.map(part) } : kept.model,
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

/** Figures one after another, so many to a corner. */
function cornersOf<Corner extends number[]>(at: number[], many: Corner["length"]): Corner[] {
  const corners: Corner[] = [];
  for (let i = 0; i < at.length; i += many) corners.push(at.slice(i, i + many) as Corner);
  return corners;
}

/** A flat picture; where solids are looked at, its dimensions over the outlines that are kept. */
function seen(view: Schemas["TriedViewOut"], kept: Bench): Bench["views"][number] {
  const dimensions = view.dimensions.map((one) => ({ ...one, text: said(one.text) }));
  const before = view.outlines.length === 0 ? kept.views.find((one) => one.name === view.name) : undefined;
  return { ...view, dimensions, outlines: before?.outlines ?? view.outlines.map(outline), behind: before?.behind ?? view.behind };
}

function outline({ at, holes, ...rest }: Schemas["TriedOutlineOut"]): Schemas["OutlineOut"] {
  const usual = { role: "", label: "", pattern: null };
  return { ...usual, ...rest, points: cornersOf<Two>(at, 2), holes: (holes ?? []).map((hole) => cornersOf<Two>(hole, 2)) };
}

function part({ at, box, ...rest }: Schemas["TriedPartOut"]): Part {
  const usual = { role: "", label: "", material: "", pattern: null, kg: 0, opening_mm: 0, normal: [0, 0, 0] as Three };
  return { ...usual, ...rest, corners: cornersOf<Three>(at, 3), triangles: box ? BOX[box] : (rest.triangles ?? []), edges: box ? BOX_EDGES : (rest.edges ?? []) };
}
