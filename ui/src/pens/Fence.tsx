import { Link } from "react-router";
import type { Bench } from "../api/client";

interface Post {
  name: string;
  to: string;
  firm: boolean;
  word: string;
}

const SHORT: Record<string, string> = {
  space: "too tight",
  weight: "too heavy",
  moving: "too hard to move",
  wind: "too light for the wind",
};

/** The steps of a pen as posts of a fence: firm when right, its wires slack where something is short. */
function posts(bench: Bench): Post[] {
  const fails = (what: string) => bench.findings.find((one) => one.what === what)?.verdict === "fails";
  const judged = (name: string, whats: string[]): Post => {
    const short = whats.filter(fails);
    return { name, to: `/pens/${bench.id}`, firm: short.length === 0, word: short.map((one) => SHORT[one]).join(", ") };
  };
  return [
    { name: "Birds", to: "/flocks", firm: true, word: `${bench.birds.length} chosen` },
    judged("Shape", ["space", "weight"]),
    judged("Gear", ["moving"]),
    judged("Weather", ["wind"]),
    { name: "Material", to: `/build/${bench.id}`, firm: true, word: "cut list" },
    { name: "On grass", to: `/ground/${bench.id}`, firm: true, word: "moves" },
  ];
}

export function Fence({ bench }: { bench: Bench }) {
  const line = posts(bench);
  return (
    <nav aria-label="How far this pen is" className="mt-1 mb-1 flex max-md:grid max-md:grid-cols-3 max-md:gap-y-1">
      {line.map((post, i) => (
        <div key={post.name} className={`flex items-start ${i < line.length - 1 ? "flex-1" : ""}`}>
          <Link to={post.to} className="flex shrink-0 items-center gap-1 hover:underline">
            <PostMark firm={post.firm} />
            <span className="leading-tight">
              <span className="font-slab block font-bold">{post.name}</span>
              <span className={`block text-sm ${post.firm ? "text-pencil" : "text-clay"}`}>{post.word || "right"}</span>
            </span>
          </Link>
          {i < line.length - 1 ? <Wire taut={post.firm && (line[i + 1]?.firm ?? true)} /> : null}
        </div>
      ))}
    </nav>
  );
}

function PostMark({ firm }: { firm: boolean }) {
  return (
    <svg viewBox="0 0 20 40" className="h-10 w-5" aria-hidden>
      <path
        d="M2 9L7 1.500L12 9V39H2Z"
        transform={firm ? undefined : "translate(1 0) rotate(7 7 39)"}
        fill={firm ? "var(--color-grass)" : "var(--color-blush)"}
        stroke="var(--color-ink)"
        strokeWidth={1.6}
        strokeLinejoin="round"
      />
    </svg>
  );
}

function Wire({ taut }: { taut: boolean }) {
  const sag = taut ? 0 : 9;
  return (
    <svg viewBox="0 0 100 40" preserveAspectRatio="none" className="mx-1 h-10 min-w-1 flex-1 max-md:hidden" aria-hidden>
      {[14, 24].map((y) => (
        <path
          key={y}
          d={`M0 ${y} Q50 ${y + 2 * sag} 100 ${y}`}
          fill="none"
          stroke={taut ? "var(--color-ink)" : "var(--color-rule)"}
          strokeWidth={1.4}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </svg>
  );
}
