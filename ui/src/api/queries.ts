/** What the screens read, each under one key, so that a change refreshes all who show it. */
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { benchOf } from "./bench";
import { answer, api, valuesOf, type Bench, type Schemas } from "./client";

export type PenLine = Schemas["PenLineOut"];
export type Stays = Schemas["OnFieldOut"]["stays"];
const AT_ONCE = 4;

export const keys = {
  choices: ["choices"],
  place: ["place"],
  flocks: ["flocks"],
  pens: ["pens"],
  away: ["away"],
  pen: (id: number) => ["pen", id],
  lines: (id: number, values: Record<string, string | number>) => ["lines", id, values],
  steps: (id: number, values: Record<string, string | number>) => ["steps", id, values],
  wind: (id: number, values: Record<string, string | number>, from: number | null) => ["wind", id, values, from],
  moving: (id: number, values: Record<string, string | number>, drilled: string) => ["moving", id, values, drilled],
  starts: (flock: number) => ["starts", flock],
  care: ["care"],
  catalogue: ["catalogue"],
  bill: (id: number) => ["bill", id],
  shed: ["shed"],
  shops: ["shops"],
  making: (id: number) => ["making", id],
  fields: ["fields"],
  season: (field: number) => ["season", field],
  strip: (field: number, u: number, v: number, on: string) => ["season", field, "strip", u, v, on],
  load: (field: number, pen: number, on: string) => ["season", field, "load", pen, on],
};

export const useChoices = () =>
  useQuery({ queryKey: keys.choices, queryFn: () => answer(api.GET("/api/choices")), staleTime: Infinity });

export const usePlace = () => useQuery({ queryKey: keys.place, queryFn: () => answer(api.GET("/api/place")) });

export const useFlocks = () =>
  useQuery({
    queryKey: keys.flocks,
    queryFn: async () => (await answer(api.GET("/api/flocks"))).flocks,
  });

/** What a flock comes to, day by day; while it is worked out anew, as it was. */
export const useFlockFigures = (flock: { id: number; revision: number }) =>
  useQuery({
    queryKey: [...keys.flocks, flock.id, flock.revision],
    queryFn: () => answer(api.GET("/api/flocks/{flock_id}/figures", { params: { path: { flock_id: flock.id } } })),
    placeholderData: keepPreviousData,
  });

export const usePens = () =>
  useQuery({
    queryKey: keys.pens,
    queryFn: async () => {
      const pens: PenLine[] = [];
      for (let after: number | null | undefined = 0; after !== null && after !== undefined; ) {
        const page: Schemas["PensOut"] = await answer(api.GET("/api/pens", { params: { query: { after } } }));
        pens.push(...page.pens);
        after = page.after;
      }
      return pens;
    },
  });

/** Has the verdicts worked out that a list of pens does not know, a few at a time. */
export const useJudging = (pens: PenLine[]) => {
  const cache = useQueryClient();
  const next = pens.filter((one) => !one.judged).slice(0, AT_ONCE);
  useQuery({
    queryKey: ["judging", ...next.map((one) => [one.id, one.revision])],
    queryFn: async () => {
      const judged = (await answer(api.POST("/api/pens/judged", { body: { ids: next.map((one) => one.id) } }))).pens;
      const fresh = new Map(judged.map((one) => [one.id, one]));
      cache.setQueryData<PenLine[]>(keys.pens, (all) => all?.map((one) => fresh.get(one.id) ?? one));
      return judged.length;
    },
    enabled: next.length > 0,
    retry: false,
  });
};

export const useFields = () => useQuery({ queryKey: keys.fields, queryFn: () => answer(api.GET("/api/fields")) });

/** A pen as the bench shows it. */
export const penAt = (id: number) => ({
  queryKey: keys.pen(id),
  queryFn: async () => benchOf(await answer(api.GET("/api/pens/{pen_id}", { params: { path: { pen_id: id } } }))),
});

export const usePen = (id: number) => useQuery(penAt(id));

/** The pen in lines with these values: all of them, so that what is being tried is drawn too. */
export const useLines = (bench: Bench) => {
  const [id, values] = [bench.id, valuesOf(bench)];
  return useQuery({
    queryKey: keys.lines(id, values),
    queryFn: ({ signal }) =>
      answer(api.POST("/api/pens/{pen_id}/lines", { params: { path: { pen_id: id } }, body: { values }, signal })),
    placeholderData: (before) => before,
    staleTime: Infinity,
    gcTime: 60_000,
  });
};

/** The order these values are built in, when it is wanted. */
export const useSteps = (bench: Bench, wanted = true) => {
  const [id, values] = [bench.id, valuesOf(bench)];
  return useQuery({
    queryKey: keys.steps(id, values),
    queryFn: ({ signal }) =>
      answer(api.POST("/api/pens/{pen_id}/steps", { params: { path: { pen_id: id } }, body: { values }, signal })),
    enabled: wanted,
    placeholderData: (before) => before,
    staleTime: Infinity,
    gcTime: 60_000,
  });
};

/** The wind on these values, in every state of the pen. */
export const useWind = (bench: Bench, windFrom: number | null) => {
  const [id, values] = [bench.id, valuesOf(bench)];
  return useQuery({
    queryKey: keys.wind(id, values, windFrom),
    queryFn: ({ signal }) =>
      answer(api.POST("/api/pens/{pen_id}/wind", { params: { path: { pen_id: id } }, body: { values, wind_from_deg: windFrom }, signal })),
    placeholderData: (before) => before,
    gcTime: 60_000,
  });
};

/** These values on the move: every ground, every mover; a pivot drilled already, if one is. */
export const useMoving = (bench: Bench, drilled: string) => {
  const [id, values] = [bench.id, valuesOf(bench)];
  return useQuery({
    queryKey: keys.moving(id, values, drilled),
    queryFn: ({ signal }) =>
      answer(api.POST("/api/pens/{pen_id}/moving", { params: { path: { pen_id: id } }, body: { values, drilled: drilled || null }, signal })),
    placeholderData: (before) => before,
    retry: false,
    gcTime: 60_000,
  });
};

export const useCatalogue = () =>
  useQuery({ queryKey: keys.catalogue, queryFn: async () => (await answer(api.GET("/api/catalogue"))).tables });

/** Everything it takes to build a pen. */
export const useBill = (id: number) =>
  useQuery({
    queryKey: keys.bill(id),
    queryFn: ({ signal }) => answer(api.GET("/api/pens/{pen_id}/bill", { params: { path: { pen_id: id }, query: {} }, signal })),
  });

const SETTLED_MS = 2500; // a cutting plan takes a second or two: it is asked for when the keeper pauses

/** What is to be paid for a pen as it is kept, once it has not changed for a while. */
export const useCost = ({ id, revision }: { id: number; revision: number }) =>
  useQuery({
    queryKey: [...keys.bill(id), "cost", revision],
    queryFn: async ({ signal }) => {
      await new Promise((settled) => setTimeout(settled, SETTLED_MS));
      signal.throwIfAborted();
      return answer(api.GET("/api/pens/{pen_id}/cost", { params: { path: { pen_id: id } }, signal }));
    },
    retry: false,
  });

/** What is told of a pen, with the values of a trial that has settled where there is one. */
export const toldOf = ({ id, revision }: { id: number; revision: number }, values: Record<string, string | number> | null = null) => ({
  queryKey: [...keys.pen(id), "told", revision, values],
  queryFn: async ({ signal }: { signal: AbortSignal }) => {
    if (values) await new Promise((settled) => setTimeout(settled, SETTLED_MS));
    signal.throwIfAborted();
    return answer(api.POST("/api/pens/{pen_id}/told", { params: { path: { pen_id: id } }, body: { values: values ?? {} }, signal }));
  },
  retry: false,
});

/** The same once something of the pen is opened. */
export const useTold = (pen: { id: number; revision: number }, values: Record<string, string | number> | null, opened: boolean) =>
  useQuery({ ...toldOf(pen, values), enabled: opened });

/** The same of several pens at once. */
export const useBatch = (pens: { pen: number; times: number }[]) =>
  useQuery({
    queryKey: ["bill", "batch", pens],
    queryFn: ({ signal }) => answer(api.POST("/api/pens/batch/bill", { body: { pens }, signal })),
    enabled: pens.length > 0,
    retry: false,
  });

export const useShed = () => useQuery({ queryKey: keys.shed, queryFn: () => answer(api.GET("/api/things")) });

export const useShops = () => useQuery({ queryKey: keys.shops, queryFn: async () => (await answer(api.GET("/api/shops"))).shops });

/** How a pen is built, how far it is, and when it is done. */
export const useMaking = (id: number) =>
  useQuery({
    queryKey: keys.making(id),
    queryFn: () => answer(api.GET("/api/pens/{pen_id}/making", { params: { path: { pen_id: id } } })),
    enabled: id > 0,
  });

/** A field's season: every pen on it, what it stood on and will. */
export const useSeason = (field: number) =>
  useQuery({
    queryKey: keys.season(field),
    queryFn: async () => (await answer(api.GET("/api/fields/{field_id}/season", { params: { path: { field_id: field } } }))).season,
    enabled: field > 0,
    placeholderData: (before) => before,
    retry: false,
  });

/** The year of the strip at a place of a field. */
export const useStrip = (field: number, u: number, v: number, on: string) =>
  useQuery({
    queryKey: keys.strip(field, u, v, on),
    queryFn: ({ signal }) => answer(api.GET("/api/fields/{field_id}/strip", { params: { path: { field_id: field }, query: { u, v, on } }, signal })),
    placeholderData: (before) => before,
    gcTime: 60_000,
  });

/** What a pen's day leaves on its stop, worked. */
export const useLoad = (field: number, pen: number, on: string, wanted: boolean) =>
  useQuery({
    queryKey: keys.load(field, pen, on),
    queryFn: () => answer(api.GET("/api/fields/{field_id}/day", { params: { path: { field_id: field }, query: { pen, on } } })),
    enabled: wanted,
    retry: false,
  });
