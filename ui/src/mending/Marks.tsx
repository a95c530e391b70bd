import { SmallLevel } from "../kit/SmallLevel";
import { useUnits } from "../kit/units";
import type { Mend } from "./useMends";

/** The figure alone: its verdict stands over it. */
const short = (figure: string) => figure.replace(/^(stands|lift|pull|bears) /, "").replace(/ (a bird|fresh,.*|its load)$/, "");

/** All verdicts as they would be: small levels with their figures. */
export function Marks({ marks }: { marks: Mend["marks"] }) {
  const { read } = useUnits();
  return (
    <span className="flex flex-wrap gap-x-3">
      {marks.map((mark) => {
        return (
          <span key={mark.what} className="w-[92px] text-[13px] leading-tight">
            <SmallLevel mark={mark} wide={92} />
            <span className={`block truncate ${mark.verdict === "short" ? "text-clay" : ""}`}>{short(read(mark.figure))}</span>
          </span>
        );
      })}
    </span>
  );
}
