import type { Bill, Schemas } from "../api/client";
import { Heads } from "../kit/Heads";
import { useUnits } from "../kit/units";

interface Props {
  bill: Bill;
  lit: string | null;
  onPoint: (label: string | null) => void;
  cut?: Schemas["CutSoFarOut"][] | undefined;
  onCut?: ((label: string, count: number) => void) | undefined;
}

/** The cut list: labels as on the drawing, lengths to the long point. */
export function Pieces({ bill, lit, onPoint, cut, onCut }: Props) {
  const { read } = useUnits();
  const done = new Map(cut?.map((one) => [one.label, one.count]));
  return (
    <section>
      <h2 className="mb-1">Cut list</h2>
      <table className="w-full">
        <Heads of={["piece", "what", ">long point", "ends"]} />
        <tbody>
          {bill.pieces.map((piece) => (
            <tr
              key={piece.label}
              className={`border-t border-rule align-baseline ${lit === piece.label ? "bg-tape/60" : ""}`}
              onMouseEnter={() => onPoint(piece.label)}
              onMouseLeave={() => onPoint(null)}
              onClick={() => onPoint(piece.label)}
            >
              <td className="py-1 pr-2 whitespace-nowrap">
                <button type="button" className="font-slab font-bold" aria-expanded={lit === piece.label} onFocus={() => onPoint(piece.label)}>
                  {piece.label}
                </button>{" "}
                × {piece.count}
              </td>
              <td className="py-1 pr-2 leading-tight">
                {piece.role}
                {lit === piece.label ? <span className="block text-sm text-pencil">{piece.why}</span> : null}
                {onCut ? <CutCount label={piece.label} done={done.get(piece.label) ?? 0} of={piece.count} shown={lit === piece.label} onCut={onCut} /> : null}
              </td>
              <td className="figure py-1 text-right whitespace-nowrap">{read(piece.length)}</td>
              <td className="py-1 pl-3 text-sm whitespace-nowrap text-pencil">{ends(piece.angles_deg as [number, number])}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-sm text-pencil">
        {bill.pieces.reduce((sum, piece) => sum + piece.count, 0)} sticks. Angles are told to the half degree a saw is set to, which opens a joint by no more than a hair. Eye and ear protection at the saw; a mask for the
        dust of treated wood, and never burn it.
      </p>
    </section>
  );
}

/** How many of a piece are cut: one more with a press, one fewer where one was spoiled. */
function CutCount({ label, done, of, shown, onCut }: { label: string; done: number; of: number; shown: boolean; onCut: (label: string, count: number) => void }) {
  if (!shown && done === 0) return null;
  return (
    <span className="no-print flex items-baseline gap-3 text-sm">
      <span className={done === of ? "text-grass" : "text-pencil"}>{done === of ? "all cut" : `${done} of ${of} cut`}</span>
      {shown ? (
        <>
          <button type="button" className="underline" disabled={done >= of} onClick={() => onCut(label, done + 1)}>
            one cut
          </button>
          <button type="button" className="underline" disabled={done >= of} onClick={() => onCut(label, of)}>
            all cut
          </button>
          <button type="button" className="underline" disabled={done === 0} onClick={() => onCut(label, done - 1)}>
            one spoiled
          </button>
        </>
      ) : null}
    </span>
  );
}

function ends(angles: [number, number]): string {
  if (angles[0] === 0 && angles[1] === 0) return "square";
  return `${angles[0]}° / ${angles[1]}°`;
}
