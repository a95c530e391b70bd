import { useEffect, useState } from "react";

const AT_MOST_S = 6;

/** While the cheapest cutting plan is looked for: how long it has taken. The same plan comes of it every time. */
export function Reckoning() {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    const tick = setInterval(() => setSeconds((before) => before + 1), 1000);
    return () => clearInterval(tick);
  }, []);
  return (
    <div className="mt-8" aria-live="off">
      <p role="status" className="text-pencil">Working out the cheapest way to cut it…</p>
      <div className="mt-2 h-2 w-72 border border-rule bg-sheet">
        <div className="h-full bg-tape" style={{ width: `${Math.min(100, (100 * seconds) / AT_MOST_S)}%` }} />
      </div>
      <p className="mt-1 text-sm text-pencil">
        {seconds} s of about {AT_MOST_S}
      </p>
    </div>
  );
}
