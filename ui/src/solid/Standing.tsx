import { useLayoutEffect, useMemo, useRef } from "react";
import * as THREE from "three";
import { SVGLoader } from "three/examples/jsm/loaders/SVGLoader.js";
import type { Schemas } from "../api/client";
import { COAT, HAT } from "../drawing/cutouts";
import { PERSON_MM } from "../drawing/frame";

type Bird = Schemas["BirdOut"];

const FEET = 0.3; // of a bird's height is leg

/** Every bird on the floor: a body, a neck and a comb, cut from few facets. */
export function BirdsStanding({ birds, clip }: { birds: Bird[]; clip: THREE.Plane[] }) {
  const ref = useRef<THREE.InstancedMesh>(null);
  const geometry = useMemo(bird, []);
  useLayoutEffect(() => {
    const at = new THREE.Object3D();
    birds.forEach((one, i) => {
      at.position.set(one.x / 1000, one.y / 1000, one.z / 1000);
      at.rotation.set(0, 0, (one.facing_deg * Math.PI) / 180);
      at.scale.setScalar(one.length / 1000);
      at.updateMatrix();
      ref.current?.setMatrixAt(i, at.matrix);
    });
    if (ref.current) ref.current.instanceMatrix.needsUpdate = true;
  }, [birds]);
  return (
    <instancedMesh key={birds.length} ref={ref} args={[geometry, undefined, birds.length]} frustumCulled={false} raycast={() => null}>
      <meshBasicMaterial vertexColors clippingPlanes={clip} />
    </instancedMesh>
  );
}

/** One unit long, facing along x, standing at 0; lighter on its back than on its breast. */
function bird(): THREE.BufferGeometry {
  const blob = (x: number, z: number, sizes: [number, number, number], colour: string) => {
    const made = new THREE.IcosahedronGeometry(1, 1);
    made.scale(...sizes);
    made.translate(x, 0, z);
    const at = made.getAttribute("position");
    const normal = made.getAttribute("normal");
    const tone = new THREE.Color(colour);
    const colours = new Float32Array(at.count * 3);
    for (let i = 0; i < at.count; i++) {
      const bright = 0.84 + 0.16 * normal.getZ(i);
      colours.set([tone.r * bright, tone.g * bright, tone.b * bright], i * 3);
    }
    made.setAttribute("color", new THREE.BufferAttribute(colours, 3));
    return made;
  };
  const parts = [
    blob(-0.02, FEET + 0.16, [0.36, 0.22, 0.2], "#fbf8f0"),
    blob(-0.36, FEET + 0.3, [0.16, 0.06, 0.13], "#efe7d6"),
    blob(0.27, FEET + 0.42, [0.1, 0.08, 0.2], "#fbf8f0"),
    blob(0.32, FEET + 0.64, [0.09, 0.03, 0.06], "#8f3420"),
    blob(0.4, FEET + 0.5, [0.07, 0.03, 0.03], "#f0c64a"),
    blob(0.02, FEET / 2, [0.02, 0.08, FEET / 2], "#c9a04a"),
  ];
  return merged(parts);
}

function merged(parts: THREE.BufferGeometry[]): THREE.BufferGeometry {
  const whole = new THREE.BufferGeometry();
  for (const name of ["position", "color"]) {
    const arrays = parts.map((part) => part.getAttribute(name).array as Float32Array);
    const all = new Float32Array(arrays.reduce((sum, one) => sum + one.length, 0));
    let at = 0;
    for (const one of arrays) {
      all.set(one, at);
      at += one.length;
    }
    whole.setAttribute(name, new THREE.BufferAttribute(all, 3));
  }
  return whole;
}

/** A person to scale, cut out of paper, standing beside the pen and looking along it. */
export function PersonCutout({ at }: { at: [number, number, number] }) {
  const { faces, lines } = useMemo(() => {
    const size = PERSON_MM.height / 1000;
    const head = Array.from({ length: 25 }, (_, i) => {
      const turn = (i / 24) * 2 * Math.PI;
      return `${i ? "L" : "M"}${(0.042 * Math.cos(turn)).toFixed(4)} ${(0.9 + 0.055 * Math.sin(turn)).toFixed(4)}`;
    }).join("");
    const paths = [head + "Z", COAT, HAT].flatMap((d) => new SVGLoader().parse(`<svg><path d="${d}"/></svg>`).paths);
    const shapes = paths.flatMap((path) => path.toShapes());
    const stand = (geometry: THREE.BufferGeometry) => geometry.rotateX(Math.PI / 2).scale(size, size, size);
    return {
      faces: stand(new THREE.ShapeGeometry(shapes)),
      lines: shapes.map((shape) => stand(new THREE.BufferGeometry().setFromPoints(shape.getPoints(6)))),
    };
  }, []);
  return (
    <group position={at}>
      <mesh geometry={faces} raycast={() => null}>
        <meshBasicMaterial color="#fbf8f0" side={THREE.DoubleSide} polygonOffset polygonOffsetFactor={1} polygonOffsetUnits={1} />
      </mesh>
      {lines.map((geometry, i) => (
        <lineLoop key={i} geometry={geometry} raycast={() => null}>
          <lineBasicMaterial color="#26312c" />
        </lineLoop>
      ))}
    </group>
  );
}
