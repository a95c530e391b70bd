import type { Schemas } from "../api/client";
import { placeOne, placePath } from "./frame";

const WIDTH = 190;
const HEIGHT = 88;
const FILL: Record<string, string> = {
  stick: "var(--color-wood)",
  sheet: "var(--color-tin)",
  wheel: "var(--color-ink)",
  mesh: "url(#net)",
};

/** A pen from above, thumb-sized, as it is framed. */
export function SmallPlan({ plan }: { plan: Schemas["ThumbOut"] }) {
  const placed = placeOne({ ...plan, name: "plan", behind: 0, outlines: [], dimensions: [] }, false, WIDTH - 8, HEIGHT - 8);
  return (
    <>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="h-[60px] w-[130px] shrink-0 xl:h-[88px] xl:w-[190px]" aria-hidden>
        <rect width={WIDTH} height={HEIGHT} fill="var(--color-sward)" />
        <rect width={WIDTH} height={HEIGHT} fill="url(#grass)" />
        <g transform="translate(4 4)" stroke="var(--color-ink)" strokeWidth={0.8} strokeLinejoin="round">
          {plan.outlines
            .filter((one) => one.kind in FILL)
            .map((one, i) => (
              <path
                key={i}
                d={placePath(one.path, placed.at)}
                fillRule="evenodd"
                fill={FILL[one.kind]}
                fillOpacity={one.kind === "sheet" ? 0.75 : 1}
              />
            ))}
        </g>
      </svg>
    </>
  );
}
