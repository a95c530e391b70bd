/** The one door to the server. Types come from the server's own OpenAPI document. */
import createClient from "openapi-fetch";
import type { Bench } from "./bench";
import { patientFetch } from "./patience";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Words = Schemas["Words"];
export type { Bench } from "./bench";
export type Finding = Schemas["FindingOut"];
export type Flock = Schemas["FlockOut"];
export type Worked = Flock & Schemas["FlockFiguresOut"];
export type Field = Schemas["FieldOut"];
export type Place = Schemas["PlaceOut"];
export type Bill = Schemas["BillOut"];
export type Shed = Schemas["ShedOut"];
export type Thing = Schemas["ThingOut"];
export type Making = Schemas["MakingOut"];

/** What a pen's controls hold, as it is sent. */
export const valuesOf = (bench: Bench): Record<string, string | number> =>
  Object.fromEntries(Object.entries(bench.values).map(([name, one]) => [name, one.value]));

export const api = createClient<paths>({ baseUrl: "", fetch: patientFetch, headers: { "Time-Zone": Intl.DateTimeFormat().resolvedOptions().timeZone } });

/** What the server says when it refuses: which field, what it held, what is allowed. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    detail: string,
    readonly field: string = "",
    readonly allowed: string = "",
    readonly theirs: Record<string, unknown> | null = null,
    readonly revision: number | null = null,
  ) {
    super(detail);
  }

  get isConflict(): boolean {
    return this.status === 412;
  }
}

function asProblem(status: number, body: unknown): Problem {
  const given = (typeof body === "object" && body !== null ? body : {}) as Record<string, unknown>;
  const text = (name: string) => (typeof given[name] === "string" ? (given[name] as string) : "");
  return new Problem(
    status,
    text("title") || "That did not work",
    text("detail") || "The server gave no reason.",
    text("field"),
    text("allowed"),
    (given["theirs"] as Record<string, unknown> | undefined) ?? null,
    typeof given["revision"] === "number" ? given["revision"] : null,
  );
}

/** Unwrap an answer, or throw the problem it holds. */
export async function answer<T>(
  sent: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  let got;
  try {
    got = await sent;
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw new Problem(0, "No answer", "The server cannot be reached. What you typed is still here; try again.");
  }
  if (got.error !== undefined || got.data === undefined) throw asProblem(got.response.status, got.error);
  return got.data;
}

/** A typed number; what is no number goes as it was typed, for the server to refuse by name. */
export function figure(text: string): number {
  const tidy = text.trim();
  const read = tidy === "" ? Number.NaN : Number(tidy);
  return Number.isFinite(read) ? read : (tidy as unknown as number);
}

/** The header that says which revision an edit started from. */
export function from(revision: number): { "If-Match": string } {
  return { "If-Match": `"${revision}"` };
}
