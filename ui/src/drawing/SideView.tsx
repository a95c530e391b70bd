import type { Bench } from "../api/client";
import { placeOne } from "./frame";
import { PenView } from "./PenView";

/** One flat view of a pen, as large as it goes, without its dimensions. */
export function SideView({ bench, name, width, height }: { bench: Bench; name: string; width: number; height: number }) {
  const view = bench.views.find((one) => one.name === name);
  if (!view) return null;
  const placed = placeOne({ ...view, dimensions: [] }, false, width - 24, height - 24);
  return (
    <g transform="translate(12 12)">
      <PenView bench={bench} placed={placed} person={false} lit={null} onPoint={() => undefined} onPick={() => undefined} />
    </g>
  );
}
