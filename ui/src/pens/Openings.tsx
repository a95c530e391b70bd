import { useState } from "react";
import type { Bench, Schemas } from "../api/client";
import { Pick } from "../kit/Pick";
import { Control, type ControlProps } from "./Control";
import { GONE, keyOf, nextNumber, ofOpening, openingNumbers, mattering } from "./parameters";

type Props = Omit<ControlProps, "parameter"> & { shape: Schemas["ShapeOut"] };

/** The openings of the keeper's own, one under another, and a place to cut in one more. */
export function Openings({ shape, ...rest }: Props) {
  const numbers = openingNumbers(rest.kept.values);
  return (
    <div className="space-y-4">
      {numbers.map((number) => (
        <OneOpening key={number} shape={shape} number={number} {...rest} />
      ))}
      {numbers.length === 0 ? <p>Besides its own way in, this pen has no opening of yours yet.</p> : null}
      <CutIn key={numbers.length} shape={shape} numbers={numbers} {...rest} />
    </div>
  );
}

function OneOpening({ shape, number, ...rest }: Props & { number: number }) {
  const parameters = mattering(ofOpening(shape, number), rest.bench.values);
  const said = (name: string) => wordOf(shape, rest.kept, number, name);
  return (
    <section aria-label={`opening ${number}`} className="border-t border-rule pt-2">
      <h3 className="font-slab flex items-baseline gap-4 text-[16px] font-bold">
        <span>
          <span className="figure">{number}</span> {said("for")} · {said("face")}
        </span>
        <button type="button" className="line-button ml-auto" onClick={() => rest.onKeep({ [keyOf(number, "face")]: GONE })}>
          Close it up
        </button>
      </h3>
      <div className="mt-1 grid grid-cols-2 gap-x-7 gap-y-3 md:grid-cols-4">
        {parameters.map((parameter) => (
          <Control
            key={parameter.name}
            parameter={parameter.kind === "choice" ? { ...parameter, choices: parameter.choices.filter((one) => one.key !== GONE) } : parameter}
            {...rest}
          />
        ))}
      </div>
    </section>
  );
}

/** What a choice of an opening reads as. */
function wordOf(shape: Schemas["ShapeOut"], bench: Bench, number: number, name: string): string {
  const key = String(bench.values[keyOf(number, name)]?.value ?? "");
  return shape.openings.find((one) => one.name === name)?.choices.find((one) => one.key === key)?.label ?? key;
}

/** What for and where; its size and place follow, where there is room for it. */
function CutIn({ shape, numbers, problem, onKeep }: Props & { numbers: number[] }) {
  const choices = (name: string) => shape.openings.find((one) => one.name === name)?.choices.filter((one) => one.key !== GONE) ?? [];
  const [use, setUse] = useState("reach");
  const [face, setFace] = useState(choices("face")[0]?.key ?? "");
  const next = nextNumber(numbers);
  const mine = problem && keyOf(next, "face") in problem.values ? problem : null;
  return (
    <div className="border-t border-rule pt-2">
      <div className="grid grid-cols-2 items-end gap-x-7 gap-y-2 md:grid-cols-4">
        <Pick label="Another, for" value={use} options={choices("for")} onPick={setUse} />
        <Pick label="in the" value={face} options={choices("face")} onPick={setFace} />
        <button type="button" className="line-button justify-self-start" onClick={() => onKeep({ [keyOf(next, "face")]: face, [keyOf(next, "for")]: use })}>
          Cut it in
        </button>
      </div>
      {mine ? (
        <p role="alert" className="mt-1 text-sm text-clay">
          {mine.problem.message}
        </p>
      ) : null}
    </div>
  );
}
