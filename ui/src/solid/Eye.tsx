import { useFrame, useThree } from "@react-three/fiber";
import { useEffect, useMemo, useRef } from "react";
import * as THREE from "three";
import { OrbitControls } from "three/examples/jsm/controls/OrbitControls.js";
import { EYES, seenSize, type Look, type Spot } from "./look";

interface Props {
  look: Look;
  turn: number; // counts up each time a look is asked for, even the same one again
  points: Spot[]; // mm; all of them are to be seen
  live: boolean; // being pulled: quick before fine
  room?: { beside: number; above: number }; // px left free on each side
  onSeen: (seen: Seen) => void;
}

/** Where any place in the pen (mm) falls on the sheet (px), and where the eye stands. */
export interface Seen {
  at: (mm: [number, number, number]) => [number, number];
  eye: [number, number, number];
}

const FAR = 40; // m
const ROUGH = 0.7; // pixels drawn for one on the sheet while it moves
const REST_MS = 400; // what is tried and left standing is drawn finely
const FINE = 2; // and when still: edges at half a pixel need no smoothing
const ROOM = { beside: 90, above: 48 }; // px on each side of the pen, for its dimensions

/** The eye on the pen: put where a look says, then turned, moved and brought nearer by hand. */
export function Eye({ look, turn, points, live, room = ROOM, onSeen }: Props) {
  const { camera, gl, size, invalidate, setDpr } = useThree();
  const { width, height } = size;
  const controls = useMemo(() => {
    camera.up.set(0, 0, 1);
    return new OrbitControls(camera, gl.domElement);
  }, [camera, gl]);
  const all = useRef(points);
  all.current = points;

  useEffect(() => {
    controls.enableDamping = false;
    const redraw = () => invalidate();
    const rough = () => setDpr(ROUGH);
    const fine = () => setDpr(FINE);
    controls.addEventListener("change", redraw);
    controls.addEventListener("start", rough);
    controls.addEventListener("end", fine);
    return () => controls.dispose();
  }, [controls, invalidate, setDpr]);

  useEffect(() => {
    if (!live) {
      setDpr(FINE);
      return;
    }
    setDpr(ROUGH);
    const rested = setTimeout(() => setDpr(FINE), REST_MS);
    return () => clearTimeout(rested);
  }, [live, points, setDpr]);

  useEffect(() => {
    const { wide, tall, middle: centre } = seenSize(all.current, EYES[look]);
    const middle = new THREE.Vector3(...centre).divideScalar(1000);
    const eye = new THREE.Vector3(...EYES[look]).normalize().multiplyScalar(FAR / 2);
    camera.position.copy(middle).add(eye);
    camera.zoom = Math.min(((width - 2 * room.beside) * 1000) / wide, ((height - 2 * room.above) * 1000) / tall);
    camera.near = 0.01;
    camera.far = FAR;
    controls.target.copy(middle);
    camera.updateProjectionMatrix();
    controls.update();
    invalidate();
  }, [look, turn, width, height, camera, controls, invalidate, room.beside, room.above]);

  const told = useRef("");
  useFrame(() => {
    camera.updateMatrixWorld();
    const key = [...camera.position.toArray(), camera.zoom, width, height].join();
    if (key === told.current) return;
    told.current = key;
    const whole = new THREE.Matrix4().multiplyMatrices(camera.projectionMatrix, camera.matrixWorldInverse);
    const point = new THREE.Vector3();
    onSeen({
      at: ([x, y, z]) => {
        point.set(x / 1000, y / 1000, z / 1000).applyMatrix4(whole);
        return [((point.x + 1) / 2) * width, ((1 - point.y) / 2) * height];
      },
      eye: camera.getWorldDirection(point).negate().toArray() as [number, number, number],
    });
  });
  return null;
}
