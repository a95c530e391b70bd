/** The controls of a pen: its shape's own, and those of each opening it has. */
import type { Bench, Schemas } from "../api/client";

export type Parameter = Schemas["ParameterOut"];

export const GONE = "none"; // where an opening is that is taken away

/** What one control of one opening is called. */
export const keyOf = (number: number, name: string) => `opening_${number}_${name}`;

/** The numbers of a pen's openings, rising. */
export function openingNumbers(values: Bench["values"]): number[] {
  const found = Object.keys(values).flatMap((name) => /^opening_(\d+)_face$/.exec(name)?.[1] ?? []);
  return found.map(Number).sort((a, b) => a - b);
}

/** The least number that none of them has. */
export function nextNumber(numbers: number[]): number {
  let free = 1;
  while (numbers.includes(free)) free += 1;
  return free;
}

/** The controls of one opening. */
export const ofOpening = (shape: Schemas["ShapeOut"], number: number): Parameter[] =>
  shape.openings.map((one) => ({ ...one, name: keyOf(number, one.name), only_if: ofThis(number, one.only_if) }));

/** What a control hangs on, where that is another of the same opening. */
function ofThis(number: number, hangs: Parameter["only_if"]): Parameter["only_if"] {
  if (!hangs) return hangs;
  const [name = "", ...wanted] = hangs;
  return [keyOf(number, name), ...wanted];
}

/** Of some controls, those that have anything to say as a pen stands: what they hang on is as it must be. One that says nothing stands as its first choice. */
export function speaking(parameters: Parameter[], values: Bench["values"]): Parameter[] {
  const speaks = (one: Parameter): boolean => {
    if (!one.only_if) return true;
    const [name = "", ...wanted] = one.only_if;
    const on = parameters.find((other) => other.name === name);
    return wanted.includes(on && !speaks(on) ? (on.choices[0]?.key ?? "") : String(values[name]?.value));
  };
  return parameters.filter(speaks);
}

/** All controls a pen has as it stands; those of an opening say which it is of. */
export function parametersOf(shape: Schemas["ShapeOut"], values: Bench["values"]): Parameter[] {
  const openings = openingNumbers(values).flatMap((number) => ofOpening(shape, number).map((one) => ({ ...one, label: `${one.label}, opening ${number}` })));
  return [...shape.parameters, ...openings];
}
