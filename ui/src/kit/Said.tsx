import type { Finding } from "../api/client";
import { inkOf } from "./grade";
import { useUnits } from "./units";

/** A verdict in its sentence, with what a grade between the marks costs, and its word. */
export function Said({ finding }: { finding: Finding }) {
  const { read } = useUnits();
  return (
    <span className="flex justify-between gap-3 text-sm leading-snug">
      <span className={finding.verdict === "short" ? "text-clay" : "text-pencil"}>
        {read(finding.sentence)}
        {finding.cost ? <span className="block text-ink">{read(finding.cost)}</span> : null}
      </span>
      <span className={`figure shrink-0 ${inkOf(finding.verdict)}`}>{finding.word}</span>
    </span>
  );
}
