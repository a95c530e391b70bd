import { memo, useEffect, useMemo, useRef, type KeyboardEvent, type PointerEvent } from "react";
import { Standing } from "./Standing";
import { Gate, North, Scale, Wind } from "./MapMarks";
import { letterOf, sceneOn, SHADE, staysOf, type Season, type Stay } from "./season";

const WIDTH = 940;
const MOST_TALL = 430;
const LEAST_PX = 7; // narrower, stops are not outlined: the lanes would be a blur
const READ_PX = 13; // lower, the day of a stop could not be read in it

export interface Spot {
  u: number;
  v: number;
}

interface Props {
  season: Season;
  day: number;
  pointed: Spot | null;
  ghost: { pen: number; spot: Spot } | null;
  way: Spot[] | null;
  onPoint: (spot: Spot) => void;
  /** About which pen the map is drawn near; none where it shows the whole field. */
  near: number | null;
}

const NEAR = 0.42; // of the field's width is seen of it from near
const BOTH_TALL = 160; // lower, north and the wind stand side by side
const NUDGES: Record<string, [number, number]> = { ArrowUp: [0, 1], ArrowDown: [0, -1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] };

/** The field from above like a map drawn by hand: the pens to scale where they stand on a day, what they left greening up
 *  behind them, the lanes to come. */
export function SeasonMap({ season, day, pointed, ghost, way, onPoint, near }: Props) {
  const frame = useMemo(() => frameOf(season), [season]);
  const stays = useMemo(() => staysOf(season), [season]);
  const outlines = useMemo(() => new Map(stays.map((stay) => [stay, frame.ring(stay.visit.corners)])), [stays, frame]);
  const scene = useMemo(() => sceneOn(stays, day), [stays, day]);
  const rings = (some: Stay[]) => some.map((stay) => outlines.get(stay)).join("");
  const sheet = useRef<SVGSVGElement>(null);
  const holding = ghost !== null || way !== null;
  useEffect(() => {
    if (holding) sheet.current?.focus(); // and so brings it into sight
  }, [holding]);
  const first = season.pens[0];
  const step: [number, number] = [first?.length_m ?? 1, first?.width_m ?? 1];
  const about = near === null ? undefined : scene.stands.find((stay) => stay.visit.pen === near);
  const view = about ? nearView(middleOf(about, frame), frame.tall) : ([0, 0, WIDTH, frame.tall + 44] as const);
  const short = frame.tall < BOTH_TALL;
  const at = ghost?.spot ?? way?.[way.length - 1] ?? pointed ?? frame.middle;
  return (
    <svg
      ref={sheet}
      viewBox={view.join(" ")}
      className="mt-2 w-full touch-manipulation"
      role="application"
      tabIndex={0}
      aria-label={`${season.field.name} from above: press a strip for its year, or walk over it by the arrow keys`}
      onClick={(event: PointerEvent<SVGSVGElement>) => onPoint(frame.spot(event, view))}
      onKeyDown={(event: KeyboardEvent) => {
        const by = NUDGES[event.key];
        if (!by) return;
        event.preventDefault();
        const part = ghost && event.shiftKey ? 0.2 : 1;
        onPoint({ u: at.u + by[0] * step[0] * part, v: at.v + by[1] * step[1] * part });
      }}
    >
      <Ground season={season} frame={frame} />
      {scene.resting.map((some, i) => (
        <path key={i} d={rings(some)} fill={SHADE[i]} stroke="var(--color-grain)" strokeOpacity={0.25} strokeWidth={0.6} data-rests={some.length} />
      ))}
      <path d={rings(scene.coming)} fill="var(--color-sheet)" fillOpacity={0.75} stroke="var(--color-ink)" strokeWidth={0.9} />
      {season.pens.map((pen) => (
        <Coming key={pen.pen} stays={scene.coming.filter((stay) => stay.visit.pen === pen.pen)} from={scene.stands.find((stay) => stay.visit.pen === pen.pen)} frame={frame} />
      ))}
      <path d={rings(scene.earlier)} fill="var(--color-straw)" stroke="var(--color-ink)" strokeWidth={1.1} />
      {scene.stands.map((stay) => (
        <Pen key={stay.visit.pen} stay={stay} fenced={season.pens.find((pen) => pen.pen === stay.visit.pen)?.fenced ?? false} letter={letterOf(season, stay.visit.pen)} frame={frame} ring={outlines.get(stay) ?? ""} />
      ))}
      {way ? <Way way={way} frame={frame} /> : null}
      {pointed && !ghost && !way ? <Pointed spot={pointed} frame={frame} /> : null}
      {ghost ? <Ghost ghost={ghost} season={season} frame={frame} /> : null}
      {season.gate ? <Gate at={frame.at(season.gate[0] ?? 0, season.gate[1] ?? 0)} /> : null}
      {about ? null : <North heading={season.heading_deg} x={WIDTH - (short ? 58 : 46)} y={60} />}
      {about || season.wind_from_deg === null ? null : <Wind from={season.wind_from_deg} heading={season.heading_deg} x={WIDTH - (short ? 18 : 46)} y={short ? 52 : 150} />}
      <Scale metres={10} px={10 * frame.scale} y={frame.tall + 32} most={frame.wide} />
    </svg>
  );
}

type View = readonly [number, number, number, number];

/** The part of the sheet round a place. */
function nearView([x, y]: [number, number], tall: number): View {
  const [wide, high] = [WIDTH * NEAR, Math.min(tall + 44, WIDTH * NEAR * 0.9)];
  return [Math.max(0, Math.min(WIDTH - wide, x - wide / 2)), Math.max(0, Math.min(tall + 44 - high, y - high / 2)), wide, high];
}

type Frame = ReturnType<typeof frameOf>;

/** How the field lies on the sheet: its lanes to the right, so that it fills it. */
function frameOf(season: Season) {
  const us = season.edge.map(([u]) => u ?? 0);
  const vs = season.edge.map(([, v]) => v ?? 0);
  const [low, high] = [[Math.min(...us), Math.min(...vs)] as const, [Math.max(...us), Math.max(...vs)] as const];
  const [long, broad] = [high[0] - low[0], high[1] - low[1]];
  const scale = Math.min((WIDTH - 110) / long, MOST_TALL / broad);
  const [wide, tall] = [long * scale, broad * scale];
  const at = (u: number, v: number): [number, number] => [20 + (u - low[0]) * scale, 16 + tall - (v - low[1]) * scale];
  const place = (u: number, v: number) => at(u, v).map((part) => part.toFixed(1)).join(" ");
  return {
    scale,
    wide,
    tall,
    at,
    place,
    middle: { u: (low[0] + high[0]) / 2, v: (low[1] + high[1]) / 2 },
    ring: (corners: number[]) => `M${[0, 2, 4, 6].map((i) => place(corners[i] ?? 0, corners[i + 1] ?? 0)).join("L")}Z`,
    spot: (event: PointerEvent<SVGSVGElement>, [left, top, wide]: View): Spot => {
      const box = event.currentTarget.getBoundingClientRect();
      const [x, y] = [left + ((event.clientX - box.left) / box.width) * wide, top + ((event.clientY - box.top) / box.width) * wide];
      return { u: low[0] + (x - 20) / scale, v: low[1] + (16 + tall - y) / scale };
    },
  };
}

/** What no day changes: edge, grass, what stands in it, every stop of every pen. */
const Ground = memo(function Ground({ season, frame }: { season: Season; frame: Frame }) {
  const edge = `M${season.edge.map(([u, v]) => frame.place(u ?? 0, v ?? 0)).join("L")}Z`;
  return (
    <>
      <clipPath id="field-edge">
        <path d={edge} />
      </clipPath>
      <path d={edge} fill="var(--color-sward)" stroke="var(--color-grass)" strokeWidth={5} strokeLinejoin="round" />
      <path d={edge} fill="url(#grass)" stroke="var(--color-ink)" strokeWidth={0.8} strokeLinejoin="round" />
      {season.obstacles.map((one, i) => (
        <Standing key={i} one={one} at={frame.at} scale={frame.scale} clip="url(#field-edge)" />
      ))}
      {season.pens.map((pen) =>
        pen.width_m * frame.scale < LEAST_PX ? null : (
          <path
            key={pen.pen}
            data-stops={pen.stops.length}
            d={pen.stops.map((stop) => frame.ring(boxOf(stop.u_m, stop.v_m, pen.length_m, pen.width_m))).join("")}
            fill="none"
            stroke="var(--color-grass)"
            strokeWidth={0.6}
            strokeDasharray="3 4"
          />
        ),
      )}
    </>
  );
});

const boxOf = (u: number, v: number, long: number, wide: number) => [u, v, u + long, v, u + long, v + wide, u, v + wide];

function middleOf(stay: Stay, frame: Frame): [number, number] {
  const xs = stay.visit.corners;
  return frame.at(((xs[0] ?? 0) + (xs[4] ?? 0)) / 2, ((xs[1] ?? 0) + (xs[5] ?? 0)) / 2);
}

/** A pen where it stands, its hands to the way it goes. */
function Pen({ stay, fenced, letter, frame, ring }: { stay: Stay; fenced: boolean; letter: string; frame: Frame; ring: string }) {
  const [x, y] = middleOf(stay, frame);
  if (fenced) return <Fenced at={[x, y]} letter={letter} ring={ring} />;
  const xs = stay.visit.corners;
  const [dx, dy] = [((xs[2] ?? 0) - (xs[0] ?? 0)) * frame.scale, -((xs[3] ?? 0) - (xs[1] ?? 0)) * frame.scale];
  const reach = Math.hypot(dx, dy) / 2;
  const half = (Math.hypot((xs[6] ?? 0) - (xs[0] ?? 0), (xs[7] ?? 0) - (xs[1] ?? 0)) * frame.scale) / 2;
  const turn = (Math.atan2(dy, dx) * 180) / Math.PI + (stay.visit.forward ? 0 : 180);
  return (
    <g pointerEvents="none" data-pen-stands={letter}>
      <path d={ring} fill="var(--color-tape)" stroke="var(--color-ink)" strokeWidth={2} />
      <g transform={`translate(${x} ${y}) rotate(${turn})`}>
        <path d={`M${reach} ${-half + 1}h7M${reach} ${half - 1}h7`} stroke="var(--color-ink)" strokeWidth={2.2} />
        <circle cx={-reach + 2} cy={-half} r={2.4} fill="var(--color-ink)" />
        <circle cx={-reach + 2} cy={half} r={2.4} fill="var(--color-ink)" />
      </g>
      <text x={x} y={y + 5.5} textAnchor="middle" fontSize={16} fontFamily="var(--font-slab)" fontWeight={700} stroke="var(--color-tape)" strokeWidth={half < 9 ? 3 : 0} paintOrder="stroke">
        {letter}
      </text>
    </g>
  );
}

/** A house in the middle of the ground its birds range over, in a fence of posts. */
function Fenced({ at: [x, y], letter, ring }: { at: [number, number]; letter: string; ring: string }) {
  return (
    <g pointerEvents="none" data-pen-stands={letter}>
      <path d={ring} fill="var(--color-tape)" fillOpacity={0.3} stroke="var(--color-ink)" strokeWidth={1} />
      <path d={ring} fill="none" stroke="var(--color-ink)" strokeWidth={4} strokeDasharray="1.5 9" />
      <path d={`M${x - 11} ${y + 10}v-17l11 -8l11 8v17Z`} fill="var(--color-tape)" stroke="var(--color-ink)" strokeWidth={1.8} />
      <text x={x} y={y + 7} textAnchor="middle" fontSize={15} fontFamily="var(--font-slab)" fontWeight={700}>
        {letter}
      </text>
    </g>
  );
}

/** The way a pen goes next, stop to stop, in pencil, with the day where it can be read. */
function Coming({ stays, from, frame }: { stays: Stay[]; from: Stay | undefined; frame: Frame }) {
  const points = [...(from ? [from] : []), ...stays].map((stay) => middleOf(stay, frame));
  const reads = (stay: Stay) => Math.hypot((stay.visit.corners[6] ?? 0) - (stay.visit.corners[0] ?? 0), (stay.visit.corners[7] ?? 0) - (stay.visit.corners[1] ?? 0)) * frame.scale >= READ_PX;
  return (
    <g pointerEvents="none">
      <path d={points.map((p, i) => `${i ? "L" : "M"}${p[0].toFixed(1)} ${p[1].toFixed(1)}`).join("")} fill="none" stroke="var(--color-pencil)" strokeWidth={1.1} strokeDasharray="5 4" />
      {stays.filter(reads).map((stay, i) => {
        const [x, y] = middleOf(stay, frame);
        return (
          <text key={i} x={x} y={y + 4.5} fontSize={13} textAnchor="middle" stroke="var(--color-sheet)" strokeWidth={3} paintOrder="stroke">
            {Number(stay.visit.day.slice(8))}
            {stay.visit.parts > 1 ? "abcdefgh"[stay.visit.part - 1] : ""}
          </text>
        );
      })}
    </g>
  );
}

/** A stake with a ribbon, driven into the strip that is asked about. */
function Pointed({ spot, frame }: { spot: Spot; frame: Frame }) {
  const [x, y] = frame.at(spot.u, spot.v);
  return (
    <g transform={`translate(${x} ${y})`} pointerEvents="none" data-pointed strokeLinejoin="round">
      <path d="M0 0L-2.5 -5V-24H2.5V-5Z" fill="var(--color-wood)" stroke="var(--color-ink)" strokeWidth={1.3} />
      <path d="M-3.5 -20H3.5V-15.5H-3.5ZM3.5 -19Q9 -21 11 -16Q13 -12 18 -14" fill="none" stroke="var(--color-clay)" strokeWidth={2.4} />
    </g>
  );
}

/** A pen held over the field, before it is put down. */
function Ghost({ ghost, season, frame }: { ghost: { pen: number; spot: Spot }; season: Season; frame: Frame }) {
  const pen = season.pens.find((one) => one.pen === ghost.pen);
  if (!pen) return null;
  const ring = frame.ring(boxOf(ghost.spot.u - pen.length_m / 2, ghost.spot.v - pen.width_m / 2, pen.length_m, pen.width_m));
  return <path d={ring} fill="var(--color-tape)" fillOpacity={0.5} stroke="var(--color-clay)" strokeWidth={2} strokeDasharray="6 3" pointerEvents="none" data-held />;
}

/** The way a keeper draws for a pen, place after place. */
function Way({ way, frame }: { way: Spot[]; frame: Frame }) {
  const points = way.map((spot) => frame.at(spot.u, spot.v));
  return (
    <g pointerEvents="none" data-way={way.length}>
      <path d={points.map((p, i) => `${i ? "L" : "M"}${p[0].toFixed(1)} ${p[1].toFixed(1)}`).join("")} fill="none" stroke="var(--color-clay)" strokeWidth={2.4} strokeDasharray="7 4" />
      {points.map((p, i) => (
        <circle key={i} cx={p[0]} cy={p[1]} r={5} fill="var(--color-tape)" stroke="var(--color-ink)" strokeWidth={1.4} />
      ))}
    </g>
  );
}
