import type { Schemas } from "../api/client";
import { PERSON_MM, type Placed } from "./frame";

type Bird = Schemas["BirdOut"];

/** A bird from above, one unit long, facing along x. */
const FROM_ABOVE = "M-.5 -.05 L-.38 -.12 Q-.2 -.27 .06 -.25 Q.28 -.22 .33 -.08 L.42 -.08 Q.5 0 .42 .08 L.33 .08 Q.28 .22 .06 .25 Q-.2 .27 -.38 .12 L-.5 .05Z";
/** A bird from the side, one unit high, facing right, feet at 0. */
const FROM_SIDE =
  "M-.52 .66 Q-.5 .86 -.36 .72 Q-.15 .56 .08 .66 Q.16 .78 .17 .9 Q.26 1.02 .36 .92 L.46 .87 L.37 .83 Q.4 .5 .2 .32 Q.1 .2 -.06 .2 Q-.42 .24 -.52 .66Z";
const LEGS = "M.02 .22V.02M.02 .02H.12M.14 .25V.02M.14 .02H.24";
const COMB = "M.2 .97q.02 .08 .05 .03q.03 .07 .06 0q.04 .03 .04 -.05";

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
        const [x, y] = placed.at([along === "x" ? bird.x : bird.y, 0]);
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

/** A person to scale, one unit high: boots, coat, hands, head under a brimmed hat. */
const COAT =
  "M-.035 .845 Q-.115 .835 -.125 .76 L-.15 .5 Q-.152 .455 -.128 .46 Q-.112 .465 -.11 .5 L-.092 .68 L-.1 .44 L-.082 .06 Q-.12 .03 -.115 0 H-.02 L-.008 .42 H.008 L.02 0 H.115 Q.12 .03 .082 .06 L.1 .44 L.092 .68 L.11 .5 Q.112 .465 .128 .46 Q.152 .455 .15 .5 L.125 .76 Q.115 .835 .035 .845Z";
const HAT = "M-.1 .945 Q0 .925 .1 .945 L.05 .955 Q.05 1 0 1 Q-.05 1 -.05 .955Z";

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
