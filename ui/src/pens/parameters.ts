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
  shape.openings.map((one) => ({ ...one, name: keyOf(number, one.name) }));

/** Of some controls, those that matter as a pen stands. */
export const mattering = (parameters: Parameter[], values: Bench["values"]): Parameter[] => parameters.filter((one) => values[one.name]?.matters);

/** All controls a pen has as it stands; those of an opening say which it is of. */
export function parametersOf(shape: Schemas["ShapeOut"], values: Bench["values"]): Parameter[] {
  const openings = openingNumbers(values).flatMap((number) => ofOpening(shape, number).map((one) => ({ ...one, label: `${one.label}, opening ${number}` })));
  return [...shape.parameters, ...openings];
}
