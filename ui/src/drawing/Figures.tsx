import type { Schemas } from "../api/client";
import { COAT, COMB, FROM_ABOVE, FROM_SIDE, HAT, LEGS } from "./cutouts";
import { PERSON_MM, type Placed } from "./frame";

type Bird = Schemas["BirdOut"];

/** Every bird on the floor, seen from above. */
export function BirdsAbove({ birds, placed }: { birds: Bird[]; placed: Placed }) {
  return (
    <g stroke="var(--color-ink)" fill="var(--color-sheet)" aria-label={`${birds.length} birds to scale`}>
      {birds.map((bird, i) => {
        const [x, y] = placed.at([bird.x, bird.y]);
        const size = bird.length * placed.scale;
        return (
          <g key={i} transform={`translate(${x} ${y}) rotate(${-bird.facing_deg}) scale(${size})`} strokeWidth={1 / size}>
            <path d={FROM_ABOVE} />
            <path d="M.38 -.03h.05v.06h-.05z" fill="var(--color-clay)" stroke="none" />
          </g>
        );
      })}
    </g>
  );
}

/** A few birds standing in the pen, seen from the side or from the front. */
export function BirdsBeside({ birds, placed, along }: { birds: Bird[]; placed: Placed; along: "x" | "y" }) {
  const row = birds.filter((_, i) => i % (along === "x" ? 5 : 6) === 2);
  return (
    <g stroke="var(--color-ink)" fill="var(--color-sheet)" strokeLinejoin="round">
      {row.map((bird, i) => {
        const [x, y] = placed.at([along === "x" ? bird.x : bird.y, bird.z]);
        const size = bird.height * placed.scale;
        const turn = bird.facing_deg > 180 ? -1 : 1;
        return (
          <g key={i} transform={`translate(${x} ${y}) scale(${size * turn} ${-size})`} strokeWidth={1.1 / size}>
            <path d={LEGS} fill="none" />
            <path d={FROM_SIDE} />
            <path d={COMB} fill="var(--color-clay)" stroke="none" />
          </g>
        );
      })}
    </g>
  );
}

/** A person to scale. */
export function Person({ placed }: { placed: Placed }) {
  const [x, y] = placed.at([placed.view.high[0] + PERSON_MM.gap + PERSON_MM.width / 2, 0]);
  const size = PERSON_MM.height * placed.scale;
  return (
    <g transform={`translate(${x} ${y}) scale(${size} ${-size})`} aria-label="a person to scale">
      <g fill="var(--color-sheet)" stroke="var(--color-ink)" strokeWidth={1.3 / size} strokeLinejoin="round">
        <ellipse cx={0} cy={0.9} rx={0.042} ry={0.055} />
        <path d={COAT} />
        <path d="M-.1 .44H.1" />
        <path d={HAT} fill="var(--color-wood)" />
      </g>
    </g>
  );
}
