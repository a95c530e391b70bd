import { Suspense, lazy, useState, type KeyboardEvent } from "react";
import type { Bench, Schemas } from "../api/client";
import { useUnits } from "../kit/units";
import { placeOne, placeSheet } from "../drawing/frame";
import { Labels } from "../drawing/Labels";
import { PenView } from "../drawing/PenView";
import { WholePen } from "../drawing/WholePen";
import { WindRose } from "../drawing/WindRose";
import { drawsSolids } from "../solid/drawsSolids";
import { useLengthDrag, type Pulling } from "../drawing/useLengthDrag";

const SolidView = lazy(() => import("../solid/SolidView"));

const LOOKS = ["Turn", "Sheet", "Plan", "Side", "End", "Whole", "Wind"] as const;
type Look = (typeof LOOKS)[number];

const WIDTH = 900;
const HEIGHT = 470;

interface Props {
  bench: Bench;
  /** What is told of each part, once one is pointed at. */
  facts: Schemas["FactOut"][];
  onPick: (parameter: string) => void;
  onLook: (drawn: "solid" | "flat") => void;
  onPointed: (at: boolean) => void;
  pulling: Pulling;
}

/** The drawing in the middle of the bench: the whole sheet, or one view as large as it goes. */
export function DrawingSheet({ bench, facts, onPick, onLook, onPointed, pulling }: Props) {
  const [look, lookAt] = useState<Look>(drawsSolids() ? "Turn" : "Sheet");
  const setLook = (one: Look) => {
    lookAt(one);
    onLook(one === "Turn" ? "solid" : "flat");
  };
  const [lit, setLit] = useState<string | null>(null);
  const { read } = useUnits();
  const fact = facts.find((one) => one.ref === lit);
  const point = (ref: string | null) => {
    setLit(ref);
    onPointed(ref !== null);
  };
  const common = { bench, lit, onPoint: point, onPick };
  const looks = LOOKS.filter((one) => one !== "Turn" || drawsSolids());
  const byArrows = (event: KeyboardEvent<HTMLButtonElement>) => {
    const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    const next = by && looks[(looks.indexOf(look) + by + looks.length) % looks.length];
    if (!next) return;
    setLook(next);
    event.currentTarget.parentElement?.querySelectorAll<HTMLElement>("[role=tab]")?.[looks.indexOf(next)]?.focus();
  };
  return (
    <section className="sheet relative flex h-[max(470px,calc(100vh-324px))] min-h-0 flex-col" aria-label="Drawing of the pen">
      <div className="flex flex-wrap items-baseline gap-x-4 px-4 pt-2">
        <p className="min-h-[22px] min-w-0 flex-1 basis-60 truncate text-sm" aria-live="polite">
          {fact ? (
            <>
              <b>{fact.title}</b> · {fact.lines.map((line) => read(line)).join(" · ")}
            </>
          ) : (
            <span className="text-pencil">Point at a stick to see its cut. Front of the pen is to the right.</span>
          )}
        </p>
        <div role="tablist" aria-label="Views" className="flex gap-3">
          {looks.map((one) => (
            <button
              key={one}
              type="button"
              role="tab"
              aria-selected={look === one}
              tabIndex={look === one ? 0 : -1}
              onKeyDown={byArrows}
              className={`font-semibold ${look === one ? "border-b-3 border-ink" : "border-b-3 border-transparent text-pencil hover:border-rule"}`}
              onClick={() => setLook(one)}
            >
              {one}
            </button>
          ))}
        </div>
      </div>
      {look === "Turn" ? (
        <Suspense fallback={<p className="flex-1 p-4 text-pencil">Setting the pen up…</p>}>
          <SolidView {...common} pulling={pulling} />
        </Suspense>
      ) : (
        <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="min-h-0 w-full flex-1" role="group" aria-label={`${look} of ${bench.name}`}>
          <Content look={look} {...common} pulling={pulling} />
        </svg>
      )}
    </section>
  );
}

interface ContentProps extends Omit<Props, "facts" | "onLook" | "onPointed"> {
  look: Exclude<Look, "Turn">;
  lit: string | null;
  onPoint: (ref: string | null) => void;
}

function Content({ look, pulling, ...flat }: ContentProps) {
  const { bench } = flat;
  const hands = useLengthDrag(bench, pulling);
  const common = { ...flat, hands };
  const [plan, side, end] = ["plan", "side", "end"].map((name) => bench.views.find((view) => view.name === name));
  if (!plan || !side || !end) return null;
  if (look === "Whole") return <WholePen {...flat} width={WIDTH} height={HEIGHT} />;
  if (look === "Wind") return <WindRose bench={bench} x={WIDTH / 2} y={HEIGHT / 2} size={HEIGHT + 20} large />;
  if (look === "Sheet") {
    const sheet = placeSheet(plan, side, end, WIDTH - 60, HEIGHT - 16);
    return (
      <g transform="translate(34 8)">
        <PenView {...common} placed={sheet.plan} person={false} />
        <PenView {...common} placed={sheet.side} person={false} />
        <PenView {...common} placed={sheet.end} person />
        <WindRose bench={bench} {...sheet.rose} />
        <Said words={hands.said} />
      </g>
    );
  }
  const view = { Plan: plan, Side: side, End: end }[look];
  const placed = placeOne(view, look !== "Plan", WIDTH - 24, HEIGHT - 16);
  return (
    <g transform="translate(12 6)">
      <PenView {...common} placed={placed} person={look !== "Plan"} />
      <Labels placed={placed} />
      <Said words={hands.said} />
    </g>
  );
}

/** Why a pull went no further. */
function Said({ words }: { words: string }) {
  return words ? (
    <text x={4} y={16} fontSize={15} fontWeight={600} fill="var(--color-clay)" stroke="var(--color-sheet)" strokeWidth={5} paintOrder="stroke">
      {words}
    </text>
  ) : null;
}
