/** Turning a pen's parts into a few large buffers: quick to draw, and any triangle tells whose it is. */
import { TAPE, light, paint, type Part, type Shade } from "./paint";

export interface Buffers {
  positions: Float32Array;
  colours: Float32Array;
  uvs: Float32Array;
  edges: Float32Array;
  owners: string[]; // by triangle
}

export type Vector = [number, number, number];
export type Away = (ref: string) => Vector | null;

const MESH_MM = 60; // a wire is drawn this often, however fine the mesh: finer would be a grey
const scale = 0.001; // the scene is in metres

/** Buffers of those parts that `away` gives a place to: null leaves a part out. */
export function buffers(parts: Part[], shade: Shade, lit: string | null, away: Away, strains: Record<string, number> = {}): Buffers {
  const positions: number[] = [];
  const colours: number[] = [];
  const uvs: number[] = [];
  const edges: number[] = [];
  const owners: string[] = [];
  for (const part of parts) {
    const shift = away(part.ref);
    if (!shift) continue;
    const at = (i: number): Vector => {
      const corner = part.corners[i] ?? [0, 0, 0];
      return [(corner[0] + shift[0]) * scale, (corner[1] + shift[1]) * scale, (corner[2] + shift[2]) * scale];
    };
    const tone = lit && (part.ref === lit || part.label === lit) ? TAPE : paint(part, shade, strains[part.ref]);
    const flat = planeOf(part);
    for (const [a, b, c] of part.triangles) {
      const three = [at(a), at(b), at(c)] as const;
      const [nx, ny, nz] = part.kind === "sheet" || part.kind === "mesh" ? part.normal : normal(three);
      const bright = part.kind === "mesh" ? 1 : light(nx, ny, nz);
      for (const point of three) {
        positions.push(...point);
        colours.push(tone[0] * bright, tone[1] * bright, tone[2] * bright);
        uvs.push(...flat(point));
      }
      owners.push(part.ref);
    }
    for (const [a, b] of part.edges) edges.push(...at(a), ...at(b));
  }
  return {
    positions: new Float32Array(positions),
    colours: new Float32Array(colours),
    uvs: new Float32Array(uvs),
    edges: new Float32Array(edges),
    owners,
  };
}

function normal([a, b, c]: readonly [Vector, Vector, Vector]): Vector {
  const u = [b[0] - a[0], b[1] - a[1], b[2] - a[2]] as const;
  const v = [c[0] - a[0], c[1] - a[1], c[2] - a[2]] as const;
  const n: Vector = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]];
  const size = Math.hypot(...n) || 1;
  return [n[0] / size, n[1] / size, n[2] / size];
}

/** Where a point lies on a mesh, in wires: along level lines and up it; twisted nets on the slant. */
function planeOf(part: Part): (point: Vector) => [number, number] {
  const [nx, ny, nz] = part.normal;
  const level: Vector = Math.abs(nz) > 0.9 ? [1, 0, 0] : normal([[0, 0, 0], [0, 0, 1], [nx, ny, nz]]);
  const up: Vector = [ny * level[2] - nz * level[1], nz * level[0] - nx * level[2], nx * level[1] - ny * level[0]];
  const wires = 1000 / Math.max(MESH_MM, part.opening_mm);
  const slant = part.pattern === "twisted";
  return ([x, y, z]) => {
    const u = (x * level[0] + y * level[1] + z * level[2]) * wires;
    const v = (x * up[0] + y * up[1] + z * up[2]) * wires;
    return slant ? [(u + v) * 0.71, (v - u) * 0.71] : [u, v];
  };
}
