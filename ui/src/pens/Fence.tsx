import { Link } from "react-router";
import type { Bench } from "../api/client";
import { inkOf } from "../kit/grade";

interface Post {
  name: string;
  to: string;
  grade: Stand;
  word: string;
}

type Stand = "short" | "between" | "right";

/** The steps of a pen as posts of a fence: firm when right, leaning where it is close, loose where something is short. */
function posts(bench: Bench): Post[] {
  const judged = (name: string): Post => {
    const told = (grade: Stand) => bench.findings.filter((one) => one.post === name && one.verdict === grade).map((one) => one.at_post);
    const [short, between] = [told("short"), told("between")];
    const grade = short.length ? "short" : between.length ? "between" : "right";
    return { name, to: `/pens/${bench.id}`, grade, word: [...short, ...between].join(", ") };
  };
  return [
    { name: "Birds", to: "/flocks", grade: "right", word: `${bench.birds.length} chosen` },
    ...[...new Set(bench.findings.map((one) => one.post))].filter(Boolean).map(judged),
    { name: "Material", to: `/build/${bench.id}`, grade: "right", word: "cut list" },
    { name: "On grass", to: `/ground?pen=${bench.id}`, grade: "right", word: "moves" },
  ];
}

export function Fence({ bench }: { bench: Bench }) {
  const line = posts(bench);
  return (
    <nav aria-label="How far this pen is" className="mt-1 mb-1 flex max-md:grid max-md:grid-cols-3 max-md:gap-y-1">
      {line.map((post, i) => (
        <div key={post.name} className={`flex items-start ${i < line.length - 1 ? "flex-1" : ""}`}>
          <Link to={post.to} className="flex shrink-0 items-center gap-1 hover:underline">
            <PostMark grade={post.grade} />
            <span className="leading-tight">
              <span className="font-slab block font-bold">{post.name}</span>
              <span className={`block text-sm ${post.grade === "right" ? "text-pencil" : inkOf(post.grade)}`}>{post.word || "right"}</span>
            </span>
          </Link>
          {i < line.length - 1 ? <Wire taut={post.grade !== "short" && line[i + 1]?.grade !== "short"} /> : null}
        </div>
      ))}
    </nav>
  );
}

const LEANS = { short: "translate(1 0) rotate(7 7 39)", between: "rotate(2.5 7 39)", right: undefined };
const PAINT = { short: "var(--color-blush)", between: "var(--color-straw)", right: "var(--color-grass)" };

function PostMark({ grade }: { grade: Stand }) {
  return (
    <svg viewBox="0 0 20 40" className="h-10 w-5" aria-hidden>
      <path
        d="M2 9L7 1.500L12 9V39H2Z"
        transform={LEANS[grade]}
        fill={PAINT[grade]}
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
