import { Canvas } from "@react-three/fiber";
import { useMemo, useState, type KeyboardEvent } from "react";
import * as THREE from "three";
import type { Bench } from "../api/client";
import { useSteps } from "../api/queries";
import { OneOf } from "../kit/OneOf";
import { useUnits } from "../kit/units";
import { PERSON_MM } from "../drawing/frame";
import type { Pulling } from "../drawing/useLengthDrag";
import { apart } from "./apart";
import { DimensionLayer } from "./DimensionLayer";
import { Eye, type Seen } from "./Eye";
import { LOOKS, type Look, type Spot } from "./look";
import { SHADES, legend, type Shade } from "./paint";
import { Rule } from "./Rule";
import { Scene } from "./Scene";

const PERSON_ROOM_MM = 600;

interface Props {
  bench: Bench;
  lit: string | null;
  onPoint: (ref: string | null) => void;
  onPick: (parameter: string) => void;
  pulling: Pulling;
}

/** The pen to be turned about, sawn through and taken apart. Nothing is drawn while nothing changes. */
export default function SolidView({ bench, lit, onPoint, onPick, pulling }: Props) {
  const { system } = useUnits();
  const [look, setLook] = useState<{ look: Look; turn: number }>({ look: "corner", turn: 0 });
  const [shade, setShade] = useState<Shade>("made of");
  const [marks, setMarks] = useState(true);
  const [sawn, setSawn] = useState(0);
  const [out, setOut] = useState(0);
  const [seen, setSeen] = useState<Seen | null>(null);
  const order = useSteps(bench, out > 0);
  const steps = useMemo(() => order.data?.steps ?? [], [order.data]);
  const built = steps.length - out;
  const away = useMemo(() => apart(out > 0 ? steps : [], built), [steps, built, out]);
  const { low, high } = bench.model;
  const clip = useMemo(
    () => (sawn > 0 ? [new THREE.Plane(new THREE.Vector3(0, 1, 0), -(low[1] + (high[1] - low[1]) * sawn) / 1000)] : []),
    [sawn, low, high],
  );
  const points = useMemo(() => [...bench.model.parts.flatMap((part) => part.corners), ...personAt(low[0])], [bench.model.parts, low]);
  const from = (one: Look) => setLook(({ turn }) => ({ look: one, turn: turn + 1 }));
  const keys = (event: KeyboardEvent) => {
    const one = LOOKS[Number(event.key) - 1];
    if (one && !(event.target instanceof HTMLInputElement)) from(one);
  };
  const next = out > 0 ? steps[built] : undefined;
  return (
    // eslint-disable-next-line jsx-a11y/no-static-element-interactions -- number keys reach it from any control inside
    <div className="flex min-h-0 flex-1 flex-col" onKeyDown={keys}>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-3 pt-1 text-sm">
        <OneOf label="From" options={LOOKS} on={look.look} onPick={from} />
        <OneOf label="Shade" options={SHADES} on={shade} onPick={setShade} />
        <label className="flex items-center gap-1.5">
          <input type="checkbox" className="accent-grass" checked={marks} onChange={(event) => setMarks(event.target.checked)} /> marks
        </label>
        <Rule label="Saw through" value={sawn} most={0.9} step={0.02} said={`${Math.round(sawn * 100)} % sawn away`} onChange={setSawn} />
        <Rule label="Take apart" value={out} most={Math.max(1, steps.length || 30)} step={1} said={next ? `next: ${next.title}` : "whole"} onChange={setOut} />
      </div>
      <div className="relative min-h-[300px] flex-1" data-view="solid" role="group" aria-label={`${bench.name} in the round, from the ${look.look}`}>
        <div className="absolute inset-0">
          <Canvas
            orthographic
            frameloop="demand"
            legacy
            linear
            flat
            gl={{ antialias: false }}
            onCreated={({ gl }) => {
              gl.localClippingEnabled = true;
            }}
          >
            <Scene bench={bench} shade={shade} lit={lit} away={away} clip={clip} marks={marks} onPoint={onPoint} />
            <Eye {...look} points={points} live={pulling.live} onSeen={setSeen} />
          </Canvas>
        </div>
        <p className="pointer-events-none absolute right-4 bottom-2 space-y-0.5 text-right text-sm">
          {legend(shade, system).map(([colour, words]) => (
            <span key={words} className="flex items-center justify-end gap-1.5">
              {words} <i className="inline-block h-3 w-5 border border-ink" style={{ background: colour }} />
            </span>
          ))}
        </p>
        {next ? (
          <p className="absolute bottom-2 left-4 font-slab text-[17px] font-bold" aria-live="polite">
            step {built + 1} of {steps.length}: {next.title}
          </p>
        ) : null}
        {seen && out === 0 ? <DimensionLayer bench={bench} seen={seen} pulling={pulling} onPick={onPick} /> : null}
      </div>
    </div>
  );
}

/** Feet and hat of the person behind the pen, who has to fit the sheet too. */
function personAt(rear: number): Spot[] {
  const x = rear - PERSON_ROOM_MM;
  return [-1, 1].flatMap((side): Spot[] => [
    [x, (side * PERSON_MM.width) / 2, 0],
    [x, (side * PERSON_MM.width) / 2, PERSON_MM.height],
  ]);
}
