import { Canvas } from "@react-three/fiber";
import { useMemo, useState } from "react";
import type { Bench } from "../api/client";
import { OneOf } from "../kit/OneOf";
import { Eye } from "./Eye";
import { LOOKS, type Look } from "./look";
import { Scene } from "./Scene";

interface Props {
  bench: Bench;
  lit: string | null;
  onPoint: (label: string | null) => void;
}

const FRAME = new Set(["stick", "tube", "wheel", "rod"]);
const NO_CUT: [] = [];
const ROOM = { beside: 10, above: 10 };
const WHOLE = () => [0, 0, 0] as [number, number, number];

/** The bare frame to be turned about; the piece pointed at in any list is lit in it. */
export default function PiecesInTheRound({ bench, lit, onPoint }: Props) {
  const [look, setLook] = useState<{ look: Look; turn: number }>({ look: "corner", turn: 0 });
  const framed = useMemo(
    () => ({ ...bench, birds: [], model: { ...bench.model, parts: bench.model.parts.filter((part) => FRAME.has(part.kind)) } }),
    [bench],
  );
  const points = useMemo(() => framed.model.parts.flatMap((part) => part.corners), [framed]);
  const labelOf = (ref: string | null) => framed.model.parts.find((part) => part.ref === ref)?.label ?? null;
  return (
    <div className="flex h-[400px] flex-col" data-view="pieces">
      <OneOf label="From" options={LOOKS} on={look.look} onPick={(one) => setLook(({ turn }) => ({ look: one, turn: turn + 1 }))} />
      <div className="min-h-0 flex-1" role="img" aria-label={`Frame of ${bench.name}${lit ? `, ${lit} lit` : ""}`}>
        <Canvas orthographic frameloop="demand" legacy linear flat gl={{ antialias: false }}>
          <Scene bench={framed} shade="made of" lit={lit} away={WHOLE} clip={NO_CUT} marks={false} onPoint={(ref) => onPoint(labelOf(ref))} />
          <Eye {...look} points={points} live={false} room={ROOM} onSeen={() => undefined} />
        </Canvas>
      </div>
    </div>
  );
}
