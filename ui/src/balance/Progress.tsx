import type { Search } from "./useSearch";

interface Props {
  search: Search;
  running: boolean;
  onStop: () => void;
  onGoOn: () => void;
  onAgain: () => void;
}

const WORDS: Record<Search["state"], string> = {
  waiting: "waits for its turn",
  running: "looking",
  stopping: "stops after this round",
  stopped: "stopped",
  done: "looked through",
  failed: "broke off",
};

/** How far a search is: tried, judged, time left; stop it, go on with it. */
export function Progress({ search, running, onStop, onGoOn, onAgain }: Props) {
  const left = search.left_s === null || search.left_s === undefined ? "" : `, about ${Math.max(1, Math.round(search.left_s))} s yet`;
  return (
    <span className="flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
      <span role="status">
        {WORDS[search.state]}: {search.judged} pens judged, {search.pens.length} nothing beats{running ? left : ""}
        {search.note ? <span className="text-clay">. {search.note}</span> : null}
      </span>
      <svg viewBox="0 0 120 10" width={120} height={10} aria-hidden>
        <rect x={0.5} y={0.5} width={119} height={9} fill="none" stroke="var(--color-ink)" />
        <rect x={1} y={1} width={118 * Math.min(1, search.share)} height={8} fill="var(--color-grass)" />
      </svg>
      {running ? (
        <button type="button" className="line-button" disabled={search.state === "stopping"} onClick={onStop}>
          Enough
        </button>
      ) : search.out_of_date ? (
        <>
          <span className="text-clay">The flock, the farm or the catalogue changed since.</span>
          <button type="button" className="line-button" onClick={onAgain}>
            Look anew
          </button>
        </>
      ) : (
        <button type="button" className="line-button" onClick={onGoOn}>
          {search.state === "done" ? "Look further" : "Go on"}
        </button>
      )}
    </span>
  );
}
