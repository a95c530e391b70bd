import type { Finding } from "../api/client";

export type Grade = Finding["verdict"];

const INK = { short: "text-clay", between: "text-straw-ink", right: "text-grass", ample: "text-grass" } as const;
const FILL = { short: "fill-blush", between: "fill-straw", right: "fill-glass", ample: "fill-glass" } as const;

/** The colour a grade is written in; what carries none is told in pencil. */
export const inkOf = (grade: Grade | undefined) => (grade ? INK[grade] : "text-pencil");

/** The colour of the glass it is seen through. */
export const fillOf = (grade: Grade | undefined) => (grade ? FILL[grade] : "fill-sheet");
