import { useInfiniteQuery } from "@tanstack/react-query";
import type { Schemas } from "../api/client";
import { Trouble, Waiting } from "./Trouble";
import { useUnits } from "./units";
import { Worksheet } from "./Worksheet";

/** Of what the steps are, under which key they are read, and how. */
export interface Told {
  of: string;
  key: readonly unknown[];
  read: (before: number | undefined) => Promise<Schemas["HistoryOut"]>;
}

/** What each step was, the newest first; those taken back are struck through. */
export function StepList({ told, open, onClose }: { told: Told; open: boolean; onClose: () => void }) {
  const { read } = useUnits();
  const steps = useInfiniteQuery({
    queryKey: ["history", ...told.key],
    queryFn: ({ pageParam }) => told.read(pageParam),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (page) => page.older ?? undefined,
    enabled: open,
  });
  return (
    <Worksheet title={`Every step of ${told.of}`} open={open} onClose={onClose}>
      {steps.error ? <Trouble problem={steps.error} /> : null}
      {!steps.data && !steps.error ? <Waiting what="Looking back" /> : null}
      <ol reversed className="divide-y divide-rule">
        {steps.data?.pages.flatMap((page) => page.steps).map((step) => (
          <li key={step.number} className={`flex gap-4 py-1.5 ${step.stands ? "" : "text-pencil line-through"}`}>
            <b className="w-8 text-right font-slab">{step.number}</b>
            <span className="flex-1">
              {step.words.map((one) => read(one)).join("; ")}
              {step.stands ? null : <span className="sr-only"> (taken back)</span>}
            </span>
            <time className="text-sm text-pencil" dateTime={step.at}>
              {new Date(step.at).toLocaleString([], { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" })}
            </time>
          </li>
        ))}
      </ol>
      {steps.hasNextPage ? (
        <button type="button" className="line-button mt-3" disabled={steps.isFetching} onClick={() => void steps.fetchNextPage()}>
          Earlier steps
        </button>
      ) : null}
    </Worksheet>
  );
}
