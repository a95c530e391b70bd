import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { answer, api } from "../api/client";
import { Entry } from "../kit/Entry";
import { Trouble } from "../kit/Trouble";
import { useUnits } from "../kit/units";

interface Props {
  outline: number[][];
  at: number | null;
  onShaped: (outline: number[][]) => void;
}

/** An edge made to measure: the side after the corner that is held, and how much the whole holds, typed in any unit. */
export function ToMeasure({ outline, at, onShaped }: Props) {
  const { read } = useUnits();
  const told = useQuery({
    queryKey: ["shape", outline],
    queryFn: () => answer(api.POST("/api/fields/shaped", { body: { outline, at: 0 } })),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 10_000,
  }).data;
  const shape = useMutation({
    mutationFn: (to: { length?: string; area?: string }) => answer(api.POST("/api/fields/shaped", { body: { outline, at: at ?? 0, ...to } })),
    onSuccess: (made) => onShaped(made.outline),
  });
  const side = at === null ? undefined : told?.sides[at];
  return (
    <div className="mt-2 flex flex-wrap items-end gap-x-6">
      {at !== null && side ? <Entry label={`From corner ${at + 1} to the next`} value={read(side)} onKeep={(length) => shape.mutate({ length })} /> : null}
      {told ? <Entry label="The whole field" value={read(told.area)} onKeep={(area) => shape.mutate({ area })} /> : null}
      <Trouble problem={shape.error} />
    </div>
  );
}
