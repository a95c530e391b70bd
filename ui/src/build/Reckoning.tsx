import { useEffect, useState } from "react";

const AT_MOST_S = 6;
const OFFERED_AFTER_S = 1;

/** While the cheapest cutting plan is looked for: how long it has taken, and a way to be content with less. */
export function Reckoning({ hurried, onEnough }: { hurried: boolean; onEnough: () => void }) {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    const tick = setInterval(() => setSeconds((before) => before + 1), 1000);
    return () => clearInterval(tick);
  }, []);
  const stoppable = !hurried && seconds >= OFFERED_AFTER_S;
  return (
    <div className="mt-8" aria-live="off">
      <p role="status" className="text-pencil">Working out the cheapest way to cut it…</p>
      <div className="mt-2 h-2 w-72 border border-rule bg-sheet">
        <div className="h-full bg-tape" style={{ width: `${Math.min(100, (100 * seconds) / AT_MOST_S)}%` }} />
      </div>
      <p className="mt-1 flex items-baseline gap-4 text-sm text-pencil">
        <span>
          {seconds} s of about {AT_MOST_S}
        </span>
        {stoppable ? (
          <button type="button" className="line-button" onClick={onEnough}>
            Enough: the best so far
          </button>
        ) : null}
      </p>
    </div>
  );
}
