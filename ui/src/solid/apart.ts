/** Taking a pen apart in thought: how far out each part stands when it is built up to some step. */
import type { Schemas } from "../api/client";
import type { Away, Vector } from "./buffers";

export type Step = Schemas["BuildStepOut"];

const APART_MM = 260; // between one step and the next
const SHOWN = 5; // steps to come that hang in the air; later ones are not there yet

/** Parts of steps up to `built` stand in place; the next few hang back along their way in. */
export function apart(steps: Step[], built: number): Away {
  if (steps.length === 0 || built >= steps.length) return () => [0, 0, 0];
  const placed = new Map<string, Vector | null>();
  steps.forEach((step, i) => {
    const still = Math.max(0, i + 1 - built);
    for (const { ref, way } of step.parts) {
      const far = still * APART_MM;
      placed.set(ref, still > SHOWN ? null : [-way[0] * far, -way[1] * far, -way[2] * far]);
    }
  });
  // What is in no step (anchors, cans of water) comes at the very end
  return (ref) => (placed.has(ref) ? (placed.get(ref) ?? null) : null);
}
