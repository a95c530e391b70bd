import type { Finding } from "../api/client";
import { Said } from "../kit/Said";
import { useUnits } from "../kit/units";

/** A verdict in a line under the levels: what lies behind them. */
export function VerdictLine({ finding, onOpen }: { finding: Finding; onOpen: () => void }) {
  const { read } = useUnits();
  const grade = finding.verdict;
  const edge = { short: "border-clay", between: "border-straw-ink border-dashed", right: "border-grass", ample: "border-grass border-double" };
  return (
    <button
      type="button"
      data-verdict={finding.what}
      data-grade={grade ?? "told"}
      onClick={onOpen}
      className={`group block w-full border-l-4 pl-2 text-left text-sm leading-snug ${grade ? edge[grade] : "border-rule"}`}
    >
      <span className="flex items-baseline justify-between">
        <span className="font-slab text-[16px] font-bold underline decoration-dotted decoration-2 underline-offset-4 group-hover:decoration-solid">{finding.title}</span>
        <span className="figure">{read(finding.figure)}</span>
      </span>
      <Said finding={finding} />
    </button>
  );
}
