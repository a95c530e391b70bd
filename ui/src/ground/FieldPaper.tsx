import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { FRAME, frameOf } from "../drawing/way";
import { useDrag } from "../kit/useDrag";
import { Standing } from "./Standing";
import { placeOf, type Edge, type Held } from "./useField";

interface Pulled {
  held: Held;
  place: number[];
}

interface Props {
  edge: Edge;
  held: Held | null;
  onHold: (held: Held) => void;
  onPut: (held: Held, place: number[]) => void;
  onCorner: (at: number, place: number[]) => void;
}

const NUDGES: Record<string, [number, number]> = { ArrowUp: [0, 1], ArrowDown: [0, -1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] };
const spot = ([east = 0, north = 0]: number[]) => ({ east_m: east, north_m: north });

/** A field on squared paper, north up. A click beside the edge makes a corner; what has a grip is pulled or nudged. */
export function FieldPaper({ edge, held, onHold, onPut, onCorner }: Props) {
  const [pulled, setPulled] = useState<Pulled | null>(null);
  const pressed = useRef<Pulled | null>(null);
  const outline = edge.outline ?? [];
  const frame = frameOf([...outline, ...(edge.obstacles ?? []).flatMap((one) => one.points)].map(spot));
  const at = (u: number, v: number) => frame.at({ east_m: u, north_m: v });
  const where = (one: Held, place: number[]) => (pulled && same(pulled.held, one) ? pulled.place : place);
  const shown = outline.map((place, i) => where({ what: "corner", at: i, of: 0 }, place));
  const under = (event: PointerEvent<Element>): number[] => {
    const sheet = (event.currentTarget as SVGElement).ownerSVGElement ?? event.currentTarget;
    const box = sheet.getBoundingClientRect();
    const found = frame.spot(((event.clientX - box.left) / box.width) * FRAME.wide, ((event.clientY - box.top) / box.height) * FRAME.tall);
    return [found.east_m, found.north_m];
  };
  const drag = useDrag<Pulled>({
    start: () => pressed.current,
    move: (now, event) => {
      now.place = under(event);
      setPulled({ ...now });
    },
    end: (now) => {
      setPulled(null);
      if (now.place.join() !== placeOf(edge, now.held)?.join()) onPut(now.held, now.place);
    },
    drop: () => setPulled(null),
  });
  const grip = (one: Held, place: number[], label: string) => {
    const [x, y] = at(...pair(where(one, place)));
    return (
      <circle
        key={`${one.what}-${one.of}-${one.at}`}
        cx={x}
        cy={y}
        r={one.what === "corner" ? 7 : 6}
        tabIndex={0}
        role="button"
        aria-pressed={held !== null && same(held, one)}
        aria-label={`${label}, ${place[0] ?? 0} m east and ${place[1] ?? 0} m north: pull or use the arrow keys`}
        className="cursor-grab focus-visible:outline-2"
        fill={held && same(held, one) ? "var(--color-clay)" : one.what === "corner" ? "var(--color-tape)" : "var(--color-sheet)"}
        stroke="var(--color-ink)"
        strokeWidth={1.5}
        {...drag}
        onPointerDown={(event) => {
          onHold(one);
          pressed.current = { held: one, place };
          drag.onPointerDown(event);
        }}
        onFocus={() => onHold(one)}
        onKeyDown={(event: KeyboardEvent) => {
          const by = NUDGES[event.key];
          if (!by) return;
          event.preventDefault();
          const step = event.shiftKey ? 5 : 0.5;
          onPut(one, [(place[0] ?? 0) + by[0] * step, (place[1] ?? 0) + by[1] * step]);
        }}
      />
    );
  };
  return (
    <svg
      viewBox={`0 0 ${FRAME.wide} ${FRAME.tall}`}
      className="w-full cursor-crosshair border border-rule bg-sheet"
      role="group"
      aria-label="The field on squared paper"
      onPointerUp={(event) => {
        if (event.target === event.currentTarget || (event.target as Element).hasAttribute("data-paper")) {
          const place = under(event);
          onCorner(nearest(outline, place), place);
        }
      }}
    >
      {frame.rules.map((rule, i) => (
        <path key={i} data-paper d={rule} stroke="var(--color-rule)" strokeWidth={0.8} opacity={0.6} />
      ))}
      <path data-paper d={`M${shown.map((place) => at(...pair(place)).join(" ")).join("L")}Z`} fill="var(--color-sward)" fillOpacity={0.8} stroke="var(--color-grass)" strokeWidth={3} strokeLinejoin="round" />
      {(edge.obstacles ?? []).map((one, of) => (
        <Standing key={of} one={{ ...one, off_m: one.off_m ?? 0, points: one.points.map((place, i) => where({ what: "obstacle", at: i, of }, place)) }} at={at} scale={frame.at({ east_m: 1, north_m: 0 })[0] - frame.at({ east_m: 0, north_m: 0 })[0]} />
      ))}
      {(edge.obstacles ?? []).flatMap((one, of) => one.points.map((place, i) => grip({ what: "obstacle", at: i, of }, place, `${one.kind} ${of + 1}`)))}
      {outline.map((place, i) => grip({ what: "corner", at: i, of: 0 }, place, `corner ${i + 1}`))}
      {edge.gate ? grip({ what: "gate", at: 0, of: 0 }, edge.gate, "gate") : null}
      <text x={12} y={FRAME.tall - 10} fontSize={15} fill="var(--color-pencil)" pointerEvents="none">
        {`squares of ${frame.square} m · ${Math.round(frame.square * 3.2808)} ft, north up`}
      </text>
    </svg>
  );
}

const pair = ([u = 0, v = 0]: number[]): [number, number] => [u, v];
const same = (one: Held, other: Held) => one.what === other.what && one.at === other.at && one.of === other.of;

/** Before which corner a new one goes: into the side it is nearest to. */
export function nearest(outline: number[][], [x = 0, y = 0]: number[]): number {
  let best = { far: Infinity, at: outline.length };
  outline.forEach((from, i) => {
    const to = outline[(i + 1) % outline.length] ?? from;
    const [ax, ay] = pair(from);
    const [dx, dy] = [pair(to)[0] - ax, pair(to)[1] - ay];
    const along = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
    const far = Math.hypot(x - ax - along * dx, y - ay - along * dy);
    if (far < best.far) best = { far, at: i + 1 };
  });
  return best.at;
}
