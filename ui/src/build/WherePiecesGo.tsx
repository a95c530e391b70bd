import { Suspense, lazy } from "react";
import type { Bench } from "../api/client";
import { PieceMap } from "../drawing/PieceMap";
import { drawsSolids } from "../solid/drawsSolids";

const PiecesInTheRound = lazy(() => import("../solid/PiecesInTheRound"));

interface Props {
  bench: Bench;
  lit: string | null;
  onPoint: (label: string | null) => void;
}

/** Where each piece goes: the frame in the round where solids can be drawn, and flat with every label. */
export function WherePiecesGo(props: Props) {
  return (
    <section className="sheet mt-6 p-4" aria-label="Where each piece goes">
      <h2>Where each piece goes</h2>
      {drawsSolids() ? (
        <Suspense fallback={<p className="text-pencil">Setting the frame up…</p>}>
          <PiecesInTheRound {...props} />
        </Suspense>
      ) : null}
      <PieceMap {...props} />
    </section>
  );
}
