import type { Bench } from "../api/client";
import { path, placeOne, type Placed, type Point, type View } from "./frame";
import { Labels } from "./Labels";

interface Props {
  bench: Bench;
  lit: string | null;
  onPoint: (label: string | null) => void;
}

const SIZES: Record<string, { width: number; height: number; title: string }> = {
  plan: { width: 520, height: 290, title: "From above" },
  side: { width: 420, height: 150, title: "From the side" },
  end: { width: 300, height: 150, title: "From the front" },
};

/** Sticks from three sides, with their labels; the piece pointed at is lit everywhere. */
export function PieceMap({ bench, lit, onPoint }: Props) {
  return (
    <div className="mt-1 flex flex-wrap items-end gap-x-8 gap-y-2">
      {bench.views.map((view) => (
        <OneView key={view.name} view={view} lit={lit} onPoint={onPoint} />
      ))}
    </div>
  );
}

function OneView({ view, lit, onPoint }: { view: View; lit: string | null; onPoint: Props["onPoint"] }) {
  const size = SIZES[view.name];
  if (!size) return null;
  const placed: Placed = placeOne({ ...view, dimensions: [] }, false, size.width - 20, size.height - 20);
  return (
    <figure className="min-w-0 flex-1" style={{ flexBasis: size.width * 0.62 }}>
      <svg viewBox={`0 0 ${size.width} ${size.height}`} className="w-full" role="img" aria-label={`Sticks ${size.title.toLowerCase()}`}>
        <g transform="translate(10 10)">
          {view.outlines
            .filter((one) => one.kind === "stick" || one.kind === "wheel")
            .map((one) => (
              <path
                key={one.ref}
                d={path(one.points as Point[], placed.at)}
                fill={one.kind === "wheel" ? "none" : lit === one.label ? "var(--color-tape)" : "var(--color-wood)"}
                stroke="var(--color-ink)"
                strokeWidth={1}
                onMouseEnter={() => onPoint(one.kind === "stick" ? one.label : null)}
                onMouseLeave={() => onPoint(null)}
              />
            ))}
          <Labels placed={placed} lit={lit} />
        </g>
      </svg>
      <figcaption className="text-sm text-pencil">{size.title}</figcaption>
    </figure>
  );
}
