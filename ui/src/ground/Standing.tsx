import type { Schemas } from "../api/client";

interface Props {
  one: Schemas["ObstacleOut"];
  at: (u: number, v: number) => [number, number];
  scale: number;
  /** Beyond which what is kept off is not drawn. */
  clip?: string;
}

const TONES: Record<string, string> = { water: "var(--color-tin)", hollow: "var(--color-tin)", well: "var(--color-tin)" };

/** Something that stands in a field, as one would draw it on a map, with what is kept off it dotted round. */
export function Standing({ one, at, scale, clip }: Props) {
  const places = one.points.map(([u, v]) => at(u ?? 0, v ?? 0));
  const off = one.off_m * scale;
  const tone = TONES[one.kind] ?? "var(--color-wood)";
  const first = places[0];
  if (!first) return null;
  if (one.form === "point")
    return (
      <g pointerEvents="none" data-stands={one.kind}>
        <circle clipPath={clip} cx={first[0]} cy={first[1]} r={Math.max(off, 4)} fill={tone} fillOpacity={0.25} stroke="var(--color-pencil)" strokeDasharray="2 4" />
        {one.kind === "tree" ? <Crown at={first} /> : <circle cx={first[0]} cy={first[1]} r={4} fill={tone} stroke="var(--color-ink)" />}
      </g>
    );
  const path = `M${places.map((place) => place.map((part) => part.toFixed(1)).join(" ")).join("L")}${one.form === "area" ? "Z" : ""}`;
  return (
    <g pointerEvents="none" data-stands={one.kind} strokeLinejoin="round" strokeLinecap="round">
      <path clipPath={clip} d={path} fill={one.form === "area" ? tone : "none"} fillOpacity={0.3} stroke={tone} strokeOpacity={0.35} strokeWidth={Math.max(2 * off, 3)} />
      <path d={path} fill="none" stroke="var(--color-ink)" strokeWidth={1.2} strokeDasharray={one.kind === "hollow" ? "2 5" : one.form === "line" ? "8 4" : undefined} />
    </g>
  );
}

/** A tree from above. */
function Crown({ at: [x, y] }: { at: [number, number] }) {
  return (
    <path
      transform={`translate(${x} ${y})`}
      d="M0 -9Q5 -10 7 -6Q11 -3 8 1Q9 6 4 7Q0 10 -4 7Q-9 6 -8 1Q-11 -3 -7 -6Q-5 -10 0 -9Z"
      fill="var(--color-grass)"
      fillOpacity={0.8}
      stroke="var(--color-ink)"
      strokeWidth={1.2}
    />
  );
}
