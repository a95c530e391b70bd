/** Waiting for a store that is away, or a server that is busy: what only reads is asked again until it is back, what was turned
 *  away before anything was done too, and the page says so. */
import { useSyncExternalStore } from "react";

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

const BUSY = 429;
const AWAY = 503;

/** May it be asked again: it only reads, or nothing was done yet? */
const again = (request: Request, answer: Response) => answer.status === BUSY || (request.method === "GET" && answer.status === AWAY);

/** As fetch, but a request that is told to ask again later does so; those turned away together come back one by one. */
export async function patientFetch(request: Request): Promise<Response> {
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
