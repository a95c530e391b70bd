import type { MovePlan } from "../api/client";
import { Standing } from "./Standing";

const WIDTH = 940;
const MOST_TALL = 400;
const READ_PX = 14; // lower, the day of a stop could not be read in it
const LEAST_PX = 9; // narrower, a stop that is not used yet is not outlined: the lanes would be a blur

interface Props {
  plan: MovePlan;
  day: string;
  onPick: (day: string) => void;
}

/** The field from above, drawn like a map by hand: stops in the order they are used, the pen on its own. */
export function FieldMap({ plan, day, onPick }: Props) {
  const us = plan.edge.map(([u]) => u ?? 0);
  const vs = plan.edge.map(([, v]) => v ?? 0);
  const [low, wide, tall] = [[Math.min(...us), Math.min(...vs)] as const, Math.max(...us) - Math.min(...us), Math.max(...vs) - Math.min(...vs)];
  const scale = Math.min((WIDTH - 110) / wide, MOST_TALL / tall);
  const [w, h] = [wide * scale, tall * scale];
  const used = new Map(plan.moves.map((move, i) => [`${move.stop.lane}-${move.stop.number}`, { move, i }]));
  const at = (u: number, v: number): [number, number] => [20 + (u - low[0]) * scale, 16 + h - (v - low[1]) * scale];
  const edge = `M${plan.edge.map(([u, v]) => at(u ?? 0, v ?? 0).map((part) => part.toFixed(1)).join(" ")).join("L")}Z`;
  const here = standing(plan, day);
  const firstIndex = plan.moves.findIndex((move) => move === here[0]);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${h + 44}`} className="mt-2 w-full" role="img" aria-label={`${plan.field.name} from above with ${plan.stops.length} stops`}>
      <path d={edge} fill="var(--color-sward)" stroke="var(--color-grass)" strokeWidth={5} strokeLinejoin="round" />
      <path d={edge} fill="url(#grass)" stroke="var(--color-ink)" strokeWidth={0.8} strokeLinejoin="round" />
      {plan.obstacles.map((one, i) => (
        <Standing key={i} one={one} at={at} scale={scale} />
      ))}
      {plan.stops.map((stop) => {
        const [x, y] = at(stop.u_m, stop.v_m + plan.pen_width_m);
        const visit = used.get(`${stop.lane}-${stop.number}`);
        const today = visit !== undefined && here.includes(visit.move);
        const past = visit !== undefined && firstIndex >= 0 && visit.i < firstIndex;
        return (
          <g key={`${stop.lane}-${stop.number}`} onClick={() => visit && onPick(visit.move.day)} className={visit ? "cursor-pointer" : ""}>
            <rect
              x={x + 0.8}
              y={y + 0.8}
              width={plan.pen_length_m * scale - 1.6}
              height={plan.pen_width_m * scale - 1.6}
              fill={today ? "var(--color-tape)" : past ? "var(--color-wood)" : visit ? "var(--color-sheet)" : "none"}
              fillOpacity={past ? 0.55 : 0.9}
              stroke={visit ? "var(--color-ink)" : plan.pen_width_m * scale < LEAST_PX ? "none" : "var(--color-grass)"}
              strokeWidth={today ? 2.2 : visit ? 1.1 : 0.6}
              strokeDasharray={visit ? undefined : "3 4"}
            />
            {visit && plan.pen_width_m * scale >= READ_PX ? (
              <text x={x + (plan.pen_length_m * scale) / 2} y={y + (plan.pen_width_m * scale) / 2 + 5} fontSize={Math.min(15, plan.pen_width_m * scale * 0.6)} textAnchor="middle" fontWeight={today ? 700 : 400}>
                {Number(visit.move.day.slice(8))}
                {visit.move.parts > 1 ? "abcdefgh"[visit.move.part - 1] : ""}
              </text>
            ) : null}
          </g>
        );
      })}
      <Trail plan={plan} at={at} />
      {here[0] ? <Pen plan={plan} move={here[0]} at={at} scale={scale} /> : null}
      {plan.gate ? <Gate at={at(plan.gate[0] ?? 0, plan.gate[1] ?? 0)} /> : null}
      <North heading={plan.heading_deg} x={w + 64} y={60} />
      <Scale metres={10} px={10 * scale} y={h + 32} most={w} />
    </svg>
  );
}

/** The pen at its stop, its hands to the way it goes. */
function Pen({ plan, move, at, scale }: { plan: MovePlan; move: MovePlan["moves"][number]; at: (u: number, v: number) => [number, number]; scale: number }) {
  const [x, y] = at(move.stop.u_m + plan.pen_length_m / 2, move.stop.v_m + plan.pen_width_m / 2);
  const turn = move.stop.forward ? 1 : -1;
  const reach = (plan.pen_length_m * scale) / 2;
  const half = (plan.pen_width_m * scale) / 2;
  return (
    <g transform={`translate(${x} ${y}) scale(${turn} 1)`} pointerEvents="none" data-pen-stands>
      <path d={`M${reach} ${-half + 2}h7M${reach} ${half - 2}h7`} stroke="var(--color-ink)" strokeWidth={2.4} />
      <circle cx={-reach + 2} cy={-half} r={2.6} fill="var(--color-ink)" />
      <circle cx={-reach + 2} cy={half} r={2.6} fill="var(--color-ink)" />
    </g>
  );
}

/** Where the pen stands on a day: at that day's moves, or at the last before it. */
function standing(plan: MovePlan, day: string) {
  const moves = plan.moves.filter((move) => move.day === day);
  return moves.length > 0 ? moves : plan.moves.filter((move) => move.day < day).slice(-1);
}

/** The way the pen goes, stop to stop, as a pencil line. */
function Trail({ plan, at }: { plan: MovePlan; at: (u: number, v: number) => [number, number] }) {
  const points = plan.moves.map((move) => at(move.stop.u_m + plan.pen_length_m / 2, move.stop.v_m + plan.pen_width_m * 0.16));
  return <path d={points.map((p, i) => `${i ? "L" : "M"}${p[0].toFixed(1)} ${p[1].toFixed(1)}`).join("")} fill="none" stroke="var(--color-pencil)" strokeWidth={1.2} strokeDasharray="5 4" pointerEvents="none" />;
}

/** Where one comes in. */
function Gate({ at: [x, y] }: { at: [number, number] }) {
  return (
    <g transform={`translate(${x} ${y})`} pointerEvents="none" aria-label="gate">
      <path d="M-9 7V-7M9 7V-7M-9 -4H9M-9 1H9M-9 -4L9 5" stroke="var(--color-ink)" strokeWidth={1.6} fill="none" />
    </g>
  );
}

/** Which way is north: the lanes run on their heading, drawn to the right. */
function North({ heading, x, y }: { heading: number; x: number; y: number }) {
  return (
    <g transform={`translate(${x} ${y}) rotate(${90 - heading})`} aria-label={`north, the lanes run on ${Math.round(heading)}°`}>
      <path d="M0 26V-22M-7 -10L0 -24L7 -10" stroke="var(--color-ink)" strokeWidth={1.6} fill="none" />
      <text y={-29} textAnchor="middle" fontSize={16} fontFamily="var(--font-slab)" fontWeight={700} transform={`rotate(${heading - 90} 0 -34)`}>
        N
      </text>
    </g>
  );
}

function Scale({ metres, px, y, most }: { metres: number; px: number; y: number; most: number }) {
  const length = Math.min(px, most);
  return (
    <g transform={`translate(20 ${y})`} fontSize={14}>
      <path d={`M0 -5V0H${length}V-5M${length / 2} -3V0`} fill="none" stroke="var(--color-ink)" strokeWidth={1.4} />
      <text x={length + 8} y={3}>{`${Math.round((length / px) * metres)} m · ${Math.round((length / px) * metres * 3.2808)} ft`}</text>
    </g>
  );
}
