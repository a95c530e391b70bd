import { useQuery } from "@tanstack/react-query";
import { answer, api, type Bench } from "../api/client";
import { keys } from "../api/queries";
import { Trouble, Waiting } from "../kit/Trouble";
import { useUnits } from "../kit/units";
import { Worksheet } from "../kit/Worksheet";

interface Props {
  bench: Bench;
  open: boolean;
  onClose: () => void;
}

/** What each step of a pen was, the newest first; those taken back are struck through. */
export function StepList({ bench, open, onClose }: Props) {
  const { read } = useUnits();
  const steps = useQuery({
    queryKey: keys.history(bench.id, bench.revision),
    queryFn: async () => (await answer(api.GET("/api/pens/{pen_id}/history", { params: { path: { pen_id: bench.id } } }))).steps,
    enabled: open,
  });
  return (
    <Worksheet title={`Every step of ${bench.name}`} open={open} onClose={onClose}>
      {steps.error ? <Trouble problem={steps.error} /> : null}
      {!steps.data ? <Waiting what="Looking back" /> : null}
      <ol reversed className="divide-y divide-rule">
        {steps.data?.map((step) => (
          <li key={step.number} className={`flex gap-4 py-1.5 ${step.stands ? "" : "text-pencil line-through"}`}>
            <b className="w-8 text-right font-slab">{step.number}</b>
            <span className="flex-1">
              {step.words.map((one) => read(one)).join("; ")}
              {step.stands ? null : <span className="sr-only"> (taken back)</span>}
            </span>
            <time className="text-sm text-pencil" dateTime={step.at}>
              {new Date(`${step.at}Z`).toLocaleString([], { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" })}
            </time>
          </li>
        ))}
      </ol>
    </Worksheet>
  );
}
