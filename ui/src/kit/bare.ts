/** A figure typed without a unit has the one that is shown in its box: feet under feet, metres under metres. */

const UNIT = /\d\s*(ft|in|mph|mm|cm|m\/s|m²|m|sq ft|kg\/ha|lb\/acre|kg|lb|°C|°F|°|%)(?=\s|$)/;
const BARE = /^\s*[-−]?\d+(?:[.,]\d+)?\s*$/;

/** The unit a shown figure begins with; null where it has none. */
export const unitOf = (shown: string): string | null => UNIT.exec(shown)?.[1] ?? null;

/** Is something typed a figure and nothing else? */
export const isBare = (typed: string): boolean => BARE.test(typed);

/** What was typed, with its unit where it has none of its own. */
export const withUnit = (typed: string, unit: string | null | undefined): string => (unit && isBare(typed) ? `${typed.trim()}${unit === "°" ? "" : " "}${unit}` : typed);
