import type { Problem } from "../api/client";

/** What went wrong and what would be accepted, in words, where the eye is. */
export function Trouble({ problem }: { problem: Problem | Error | null | undefined }) {
  if (!problem) return null;
  const allowed = "allowed" in problem ? problem.allowed : "";
  return (
    <p role="alert" className="my-2 border-l-4 border-clay pl-3 text-clay">
      {problem.message}
      {allowed && !problem.message.includes(allowed) ? <span className="block">Allowed: {allowed}</span> : null}
    </p>
  );
}

/** Shown while something is fetched for the first time. */
export function Waiting({ what }: { what: string }) {
  return <p className="mt-8 text-pencil" role="status">{what}…</p>;
}
