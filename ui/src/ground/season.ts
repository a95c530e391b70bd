/** A field's season as the screen looks at it: days as numbers, what stands where on one, how far what was left is green again. */
import type { Schemas } from "../api/client";

export type Season = Schemas["SeasonOut"];
export type Visit = Schemas["VisitOut"];
export type OnGround = Schemas["PenOut"];

const DAY_MS = 86_400_000;
const SHADES = 5; // from bare to green; judgement: more the eye does not part
const COMING_DAYS = 14;

export const numberOf = (day: string) => Math.round(Date.parse(`${day}T00:00:00Z`) / DAY_MS);
export const dayOf = (number: number) => new Date(number * DAY_MS).toISOString().slice(0, 10);

/** A pen's letter on the map and in the almanac, by its place in the team. */
export const letterOf = (season: Season, pen: number) => {
  const at = season.pens.findIndex((one) => one.pen === pen);
  return at < 0 ? "·" : String.fromCharCode(65 + at);
};

/** A visit with its days as numbers: from when, until when, when green again. */
export interface Stay {
  visit: Visit;
  from: number;
  left: number;
  ready: number;
}

export const staysOf = (season: Season): Stay[] =>
  season.visits.map((visit) => ({ visit, from: numberOf(visit.day), left: numberOf(visit.left), ready: numberOf(visit.ready) }));

/** Where each pen is on a day, the stops it stood on earlier that day, what rests by how green it is, and what comes. */
export interface Scene {
  stands: Stay[];
  earlier: Stay[];
  resting: Stay[][];
  coming: Stay[];
}

export function sceneOn(stays: Stay[], day: number): Scene {
  const now = new Map<number, Stay>();
  const earlier: Stay[] = [];
  const resting: Stay[][] = Array.from({ length: SHADES }, () => []);
  const coming: Stay[] = [];
  for (const stay of stays) {
    if (stay.from > day) {
      if (stay.from <= day + COMING_DAYS) coming.push(stay);
    } else if (stay.left > day || stay.from === day) {
      const before = now.get(stay.visit.pen);
      if (before) earlier.push(before);
      now.set(stay.visit.pen, stay);
    } else if (stay.ready > day) {
      const share = (day - stay.left) / Math.max(1, stay.ready - stay.left);
      resting[Math.min(SHADES - 1, Math.floor(share * SHADES))]?.push(stay);
    }
  }
  return { stands: [...now.values()], earlier, resting, coming };
}

/** The colour of what rests: bare as new wood at first, nearly the field's own green at the end. */
export const SHADE = ["#d9b878", "#dcc48e", "#dccfa4", "#dcd8b4", "#dce2c4"];

/** Moves by day: what the almanac writes. */
export function movesByDay(season: Season): Map<string, Visit[]> {
  const found = new Map<string, Visit[]>();
  for (const visit of season.visits) found.set(visit.day, [...(found.get(visit.day) ?? []), visit]);
  return found;
}

/** The first days of the months a season has days in. */
export function monthsOf(season: Season): string[] {
  const months: string[] = [];
  const last = dayOf(numberOf(season.end) - 1);
  for (let at = `${season.start.slice(0, 7)}-01`; at <= last; at = nextMonth(at)) months.push(at);
  return months;
}

export function nextMonth(first: string): string {
  const at = new Date(`${first}T00:00:00Z`);
  at.setUTCMonth(at.getUTCMonth() + 1);
  return at.toISOString().slice(0, 10);
}

/** Where a stop is, as the keeper says it. */
export const placeOf = (visit: Visit) => (visit.lane < 0 ? "where it was put" : `lane ${visit.lane + 1}, stop ${visit.stop + 1}`);
