/** What a finding of the bench is declared with, as the server sends it. */
export function declared(what: string, verdict: string | null = null) {
  const [post, short, between] = POSTS[what] ?? ["", "", ""];
  return { name: what === "strength" ? "frame" : what, shown_as: what === "strength" ? ("line" as const) : ("level" as const), post, at_post: verdict === "short" ? short : verdict === "between" ? between : "" };
}

const POSTS: Record<string, [string, string, string]> = {
  space: ["Shape", "too tight", "tight"],
  weight: ["Shape", "too heavy", "heavy"],
  moving: ["Gear", "too hard to move", "hard to move"],
  wind: ["Weather", "too light for the wind", "close in the wind"],
};

/** The verdicts there are, as /api/choices lists them. */
export const VERDICTS = ["space", "weight", "moving", "wind", "strength"].map((key) => ({
  key,
  name: declared(key).name,
  shown_as: declared(key).shown_as,
  listed: key !== "strength",
  always: key !== "weight",
  more: key !== "weight",
}));
