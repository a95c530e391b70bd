/** Can this browser draw solids? Without WebGL the line views stand in. */
let known: boolean | null = null;

export function drawsSolids(): boolean {
  if (known === null) {
    try {
      known = document.createElement("canvas").getContext("webgl2") !== null;
    } catch {
      known = false;
    }
  }
  return known;
}
