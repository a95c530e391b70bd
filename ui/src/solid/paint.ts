/** Flat tones for the parts of a pen: paper, wood, tin; or how heavy they are, or how wide their gaps. */
import type { Part } from "../api/bench";

export type { Part };
export type Shade = "made of" | "weight" | "gaps" | "strain";
export const SHADES: Shade[] = ["made of", "weight", "gaps", "strain"];
export type Colour = [number, number, number];

const hex = (text: string): Colour => [1, 3, 5].map((i) => parseInt(text.slice(i, i + 2), 16) / 255) as Colour;

const css = (colour: Colour) => `#${colour.map((v) => Math.round(v * 255).toString(16).padStart(2, "0")).join("")}`;

/** A tone of the page as it is set now: more contrast where the keeper asks for it. */
const asSet = (name: string, usual: string): Colour => {
  const style = typeof document === "undefined" ? "" : getComputedStyle(document.documentElement).getPropertyValue(`--color-${name}`).trim();
  return hex(/^#[0-9a-f]{6}$/i.test(style) ? style : /^#[0-9a-f]{3}$/i.test(style) ? style.replace(/[0-9a-f]/gi, "$&$&") : usual);
};

export const PAPER = asSet("sheet", "#fbf8f0");
export const INK = asSet("ink", "#26312c");
export const TAPE = hex("#f0c64a");
const GRASS = asSet("grass", "#4e6b3a");
const WOOD = hex("#e3c98f");
const GRAIN = hex("#cfae74");
const TIN = hex("#c9d6d8");
const TUBE = hex("#aab4b2");
const TARP = hex("#a9bcae");
const CLAY = asSet("clay", "#8f3420");
const PANE = hex("#e4ecea");
const GLASS = hex("#b7c873");

const COVERED: Partial<Record<NonNullable<Part["pattern"]>, Colour>> = { board: GRAIN, cloth: TARP, clear: PANE };

/** Tones for gaps, widest first, mm. */
const GAP_STEPS: [number, Colour][] = [
  [50, CLAY],
  [26, hex("#c98a5a")],
  [14, GLASS],
  [0, GRASS],
];
/** Tones for the share of its strength a part is asked for, most first; over 1 it is too weak. */
const STRAIN_STEPS: [number, Colour, string][] = [
  [1, CLAY, "too weak"],
  [0.67, hex("#c98a5a"), "near its limit"],
  [0.33, TAPE, "well within it"],
  [0, GLASS, "hardly felt"],
];
const HEAVY_KG = 8; // a part as heavy as this takes the full tone

const between = (a: Colour, b: Colour, share: number): Colour => a.map((v, i) => v + ((b[i] ?? v) - v) * share) as Colour;

function made(part: Part): Colour {
  if (part.kind === "wheel" || part.kind === "block") return INK.map((v) => v + 0.1) as Colour;
  if (part.kind === "rod" || part.kind === "tube") return TUBE;
  if (part.kind === "stick") return WOOD;
  if (part.kind === "mesh") return GRASS;
  return COVERED[part.pattern ?? "ridged"] ?? TIN;
}

/** `strain` is the share of its strength that is asked of the part, where that was reckoned. */
export function paint(part: Part, shade: Shade, strain?: number): Colour {
  if (shade === "weight") return between(PAPER, CLAY, Math.min(1, Math.sqrt(part.kg / HEAVY_KG)) * 0.85);
  if (shade === "gaps") {
    if (part.kind !== "mesh") return PAPER;
    return GAP_STEPS.find(([least]) => part.opening_mm >= least)?.[1] ?? GRASS;
  }
  if (shade === "strain") return strain === undefined ? PAPER : (STRAIN_STEPS.find(([least]) => strain > least)?.[1] ?? GLASS);
  return made(part);
}

/** How light a face is by where it looks: no lamp, the same from every side, as on a drawing. */
export function light(nx: number, ny: number, nz: number): number {
  return 0.86 + 0.12 * nz + 0.05 * nx - 0.06 * ny;
}

type System = "metric" | "imperial";
const GAP_INCHES: Record<number, string> = { 50: "2 in", 26: "1 in", 14: "1/2 in", 0: "1/2 in" };

/** What the tones of a shade mean, in the keeper's units. */
export function legend(shade: Shade, system: System): [string, string][] {
  const feet = system === "imperial";
  if (shade === "weight") return [["#fbf8f0", "light"], ["#9f5242", feet ? "18 lb or more" : `${HEAVY_KG} kg or more`]];
  if (shade === "strain") return STRAIN_STEPS.map(([, colour, words]) => [css(colour), words]);
  if (shade === "made of") return [];
  return GAP_STEPS.map(([least, colour]) => [css(colour), least ? `over ${feet ? GAP_INCHES[least] : `${least} mm`}` : `up to ${feet ? "1/2 in" : "14 mm"}`]);
}
