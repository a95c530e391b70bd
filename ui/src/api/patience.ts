/** Waiting for a store that is away, or a server that is busy: what only reads is asked again until it is back, what was turned
 *  away before anything was done too, and the page says so. */
import { useSyncExternalStore } from "react";
import { mark, MARKED } from "./mark";

const AGAIN_MS = 1000;
const LONGEST_MS = 180_000;

let waiting = 0;
const listeners = new Set<() => void>();

function count(change: number) {
  waiting += change;
  for (const tell of listeners) tell();
}

/** Is anything on this page waiting for the store? */
export const useStoreAway = () =>
  useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => waiting > 0,
  );

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** What makes something new: sent again as it was, before an answer came, it is the same and is kept once. */
const CREATES = /^\/api\/(fields|flocks|pens|pens\/open|pens\/\d+\/copy)$/;
const marks = new Map<string, string>();

const markOf = (sent: string): string => {
  const own = marks.get(sent) ?? mark();
  marks.set(sent, own);
  return own;
};

const BUSY = 429;
const AWAY = 503;

/** May it be asked again: it only reads, or nothing was done yet? */
const again = (request: Request, answer: Response) => answer.status === BUSY || (request.method === "GET" && answer.status === AWAY);

/** As fetch, but a request that is told to ask again later does so; those turned away together come back one by one. */
export async function patientFetch(request: Request): Promise<Response> {
  const { pathname } = new URL(request.url, window.location.href);
  if (request.method !== "POST" || !CREATES.test(pathname)) return patient(request);
  const sent = `${pathname} ${await request.clone().text()}`;
  request.headers.set(MARKED, markOf(sent));
  const answer = await patient(request);
  if (answer.status < 500) marks.delete(sent); // it is kept, or refused: what is sent next is something new
  return answer;
}

async function patient(request: Request): Promise<Response> {
  const until = Date.now() + LONGEST_MS;
  let answer = await fetch(request.clone());
  if (!again(request, answer)) return answer;
  count(1);
  try {
    while (again(request, answer) && Date.now() < until && !request.signal.aborted) {
      await pause(AGAIN_MS * Number(answer.headers.get("Retry-After") ?? 1) * (0.5 + Math.random()));
      answer = await fetch(request.clone());
    }
    return answer;
  } finally {
    count(-1);
  }
}
