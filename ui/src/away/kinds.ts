/** Kinds of thing that can be put away, and where each is asked for. */
export const PATHS = { pen: "pens", flock: "flocks", field: "fields", row: "rows", thing: "things", shop: "shops" } as const;
export type Kind = keyof typeof PATHS;
