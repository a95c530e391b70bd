import type { Bench, Problem } from "../api/client";
import { Entry } from "../kit/Entry";
import { Notches } from "../kit/Notches";
import { Pick } from "../kit/Pick";
import { RoofBoard } from "../kit/RoofBoard";
import { Tape } from "../kit/Tape";
import { useUnits } from "../kit/units";
import type { Parameter } from "./parameters";
import type { Values } from "./usePenEdits";

export interface ControlProps {
  parameter: Parameter;
  bench: Bench;
  kept: Bench;
  problem: { values: Values; problem: Problem } | null;
  onTry: (values: Values) => void;
  onKeep: (values: Values) => void;
  onDrop: () => void;
}

/** One control, by the kind of what it changes: a tape, a board, notches or a list. */
export function Control({ parameter, bench, kept, problem, onTry, onKeep, onDrop }: ControlProps) {
  const { read } = useUnits();
  const value = bench.values[parameter.name];
  if (!value) return null;
  const mine = problem && parameter.name in problem.values ? problem : null;
  const error = mine?.problem.message;
  const keep = (next: string | number) => onKeep({ [parameter.name]: next });
  if (parameter.kind === "choice")
    return (
      <Pick
        label={parameter.label}
        value={String(value.value)}
        options={parameter.choices}
        onPick={(key) => key !== kept.values[parameter.name]?.value && keep(key)}
        error={error}
      />
    );
  const spoken = read(value.text);
  return (
    <div data-control={parameter.name}>
      <Entry label={parameter.label} value={spoken} slim error={error} onKeep={keep} />
      {parameter.kind === "length" ? (
        <Tape
          label={`${parameter.label} tape`}
          low={parameter.low}
          high={parameter.high}
          value={Number(value.value)}
          stops={value.stops}
          spoken={spoken}
          onTry={(mm) => onTry({ [parameter.name]: mm })}
          onKeep={keep}
          onDrop={onDrop}
        />
      ) : parameter.kind === "share" ? (
        <RoofBoard
          label={`${parameter.label} board`}
          value={Number(value.value)}
          spoken={spoken}
          onTry={(share) => onTry({ [parameter.name]: share })}
          onKeep={keep}
          onDrop={onDrop}
        />
      ) : (
        <Notches
          label={parameter.label}
          low={parameter.low}
          high={parameter.high}
          value={Number(value.value)}
          spoken={spoken}
          onKeep={keep}
        />
      )}
      {parameter.note ? <p className="text-sm text-pencil">{parameter.note}</p> : null}
      {error ? (
        <p role="alert" className="text-sm text-clay">
          {error}
        </p>
      ) : null}
    </div>
  );
}
