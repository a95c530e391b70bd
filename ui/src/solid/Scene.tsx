import type { ThreeEvent } from "@react-three/fiber";
import { useEffect, useMemo } from "react";
import * as THREE from "three";
import type { Bench } from "../api/client";
import { buffers, type Away } from "./buffers";
import type { Shade } from "./paint";
import { PersonCutout, BirdsStanding } from "./Standing";

interface Props {
  bench: Bench;
  shade: Shade;
  lit: string | null;
  away: Away;
  clip: THREE.Plane[];
  marks: boolean;
  onPoint: (ref: string | null) => void;
}

/** The pen on its patch of grass: parts, their edges, birds, a person, what it stands and balances on. */
export function Scene({ bench, shade, lit, away, clip, marks, onPoint }: Props) {
  const { parts } = bench.model;
  const closed = useMemo(() => parts.filter((part) => part.kind !== "mesh"), [parts]);
  const wire = useMemo(() => parts.filter((part) => part.kind === "mesh"), [parts]);
  const look = { shade, lit, away, clip, onPoint, strains: bench.strains };
  return (
    <>
      <Grass bench={bench} />
      <Parts parts={closed} {...look} />
      <Parts parts={wire} {...look} wire />
      <BirdsStanding birds={bench.birds} clip={clip} />
      <PersonCutout at={[bench.model.low[0] / 1000 - 0.55, 0, 0]} />
      {marks ? <Marks bench={bench} /> : null}
      {marks ? <WorstWind bench={bench} /> : null}
    </>
  );
}

type PartsProps = Omit<Props, "bench" | "marks"> & { parts: Bench["model"]["parts"]; strains: Record<string, number>; wire?: boolean };

function Parts({ parts, shade, lit, away, clip, onPoint, strains, wire = false }: PartsProps) {
  const made = useMemo(() => {
    const data = buffers(parts, shade, lit, away, strains);
    const faces = new THREE.BufferGeometry();
    faces.setAttribute("position", new THREE.BufferAttribute(data.positions, 3));
    faces.setAttribute("color", new THREE.BufferAttribute(data.colours, 3));
    if (wire) faces.setAttribute("uv", new THREE.BufferAttribute(data.uvs, 2));
    const edges = new THREE.BufferGeometry();
    edges.setAttribute("position", new THREE.BufferAttribute(data.edges, 3));
    return { faces, edges, owners: data.owners };
  }, [parts, shade, lit, away, strains, wire]);
  useEffect(
    () => () => {
      made.faces.dispose();
      made.edges.dispose();
    },
    [made],
  );
  const owner = (event: ThreeEvent<PointerEvent>) => made.owners[event.faceIndex ?? -1] ?? null;
  return (
    <>
      <mesh
        geometry={made.faces}
        onPointerMove={(event) => {
          event.stopPropagation();
          onPoint(owner(event));
        }}
        onPointerOut={() => onPoint(null)}
        renderOrder={wire ? 2 : 0}
      >
        <meshBasicMaterial
          vertexColors
          side={THREE.DoubleSide}
          clippingPlanes={clip}
          polygonOffset
          polygonOffsetFactor={1}
          polygonOffsetUnits={1}
          {...(wire ? { map: wires(), transparent: true, depthWrite: false } : {})}
        />
      </mesh>
      <lineSegments geometry={made.edges} renderOrder={1} raycast={() => null}>
        <lineBasicMaterial color={wire ? "#4e6b3a" : "#26312c"} clippingPlanes={clip} />
      </lineSegments>
    </>
  );
}

let drawn: THREE.CanvasTexture | null = null;

/** Wires that cross once in a square, paper between them let through. */
function wires(): THREE.CanvasTexture {
  if (drawn) return drawn;
  const size = 64;
  const canvas = document.createElement("canvas");
  canvas.width = canvas.height = size;
  const pen = canvas.getContext("2d");
  if (pen) {
    pen.fillStyle = "rgba(255,255,255,0.16)";
    pen.fillRect(0, 0, size, size);
    pen.fillStyle = "rgba(255,255,255,0.95)";
    pen.fillRect(0, 0, size, 7);
    pen.fillRect(0, 0, 7, size);
  }
  drawn = new THREE.CanvasTexture(canvas);
  drawn.wrapS = drawn.wrapT = THREE.RepeatWrapping;
  drawn.anisotropy = 4;
  return drawn;
}

function Grass({ bench }: { bench: Bench }) {
  const { low, high } = bench.model;
  const [x0, x1, y0, y1] = [low[0] / 1000 - 1, high[0] / 1000 + 0.5, low[1] / 1000 - 0.5, high[1] / 1000 + 0.5];
  return (
    <mesh position={[(x0 + x1) / 2, (y0 + y1) / 2, -0.012]} raycast={() => null}>
      <planeGeometry args={[x1 - x0, y1 - y0]} />
      <meshBasicMaterial color="#dfe6cb" side={THREE.DoubleSide} />
    </mesh>
  );
}

/** An arrow on the grass from the side whose wind it stands least, its point at the pen. */
function WorstWind({ bench }: { bench: Bench }) {
  const worst = bench.gusts.reduce((a, b) => (b.least < a.least ? b : a), bench.gusts[0] ?? { direction_deg: 0, least: 0 });
  const { low, high } = bench.model;
  const geometry = useMemo(() => {
    const turn = (worst.direction_deg * Math.PI) / 180;
    const [dx, dy] = [Math.cos(turn), Math.sin(turn)];
    const middle = [(low[0] + high[0]) / 2000, (low[1] + high[1]) / 2000] as const;
    const far = Math.hypot(high[0] - low[0], high[1] - low[1]) / 2000 + 0.25;
    const at = (out: number, across: number) => new THREE.Vector3(middle[0] + dx * out - dy * across, middle[1] + dy * out + dx * across, 0.006);
    const ring = [at(far, 0), at(far + 0.22, 0.16), at(far + 0.22, 0.06), at(far + 0.75, 0.06), at(far + 0.75, -0.06), at(far + 0.22, -0.06), at(far + 0.22, -0.16)];
    return new THREE.BufferGeometry().setFromPoints(ring);
  }, [worst.direction_deg, low, high]);
  return (
    <lineLoop geometry={geometry} raycast={() => null}>
      <lineBasicMaterial color="#26312c" />
    </lineLoop>
  );
}

/** The edges it would tip over, and the point it balances on, with a plumb line to the grass. */
function Marks({ bench }: { bench: Bench }) {
  const [x, y, z] = bench.centre.map((mm) => mm / 1000) as [number, number, number];
  const { hull, plumb } = useMemo(() => {
    const round = bench.model.contacts.map(([cx, cy]) => new THREE.Vector3(cx / 1000, cy / 1000, 0.004));
    return {
      hull: new THREE.BufferGeometry().setFromPoints([...round, ...round.slice(0, 1)]),
      plumb: new THREE.BufferGeometry().setFromPoints([new THREE.Vector3(x, y, z), new THREE.Vector3(x, y, 0.004)]),
    };
  }, [bench.model.contacts, x, y, z]);
  return (
    <group renderOrder={5}>
      <lineLoop geometry={hull} renderOrder={5}>
        <lineBasicMaterial color="#8f3420" depthTest={false} />
      </lineLoop>
      <lineSegments geometry={plumb} renderOrder={5}>
        <lineBasicMaterial color="#8f3420" depthTest={false} />
      </lineSegments>
      <mesh position={[x, y, z]} renderOrder={6} raycast={() => null}>
        <sphereGeometry args={[0.055, 12, 8]} />
        <meshBasicMaterial color="#8f3420" depthTest={false} />
      </mesh>
    </group>
  );
}
