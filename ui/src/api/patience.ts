/** Waiting for a store that is away for a moment: what only reads is asked again until it is back, and the page says so. */
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

/** As fetch, but a reading request that is told to ask again later does so. */
export async function patientFetch(request: Request): Promise<Response> {
  const until = Date.now() + LONGEST_MS;
  let answer = await fetch(request.method === "GET" ? request.clone() : request);
  if (request.method !== "GET" || answer.status !== 503) return answer;
  count(1);
  try {
    while (answer.status === 503 && Date.now() < until && !request.signal.aborted) {
      await pause(AGAIN_MS * Number(answer.headers.get("Retry-After") ?? 1));
      answer = await fetch(request.clone());
    }
    return answer;
  } finally {
    count(-1);
  }
}
