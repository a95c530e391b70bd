/** What differs between pens, in words: the values one control holds in each. */
import type { Bench, Schemas, Words } from "../api/client";
import { parametersOf } from "../pens/parameters";

export interface Row {
  name: string;
  label: string;
  values: string[];
}

/** Rows of those values that are not the same in all; a pen without the control shows a dash. */
export function differing(benches: Bench[], shapes: Schemas["ShapeOut"][], read: (words: Words) => string): Row[] {
  const names = [...new Set(benches.flatMap((bench) => Object.keys(bench.values)))];
  const of = (bench: Bench, name: string) => {
    const shape = shapes.find((one) => one.key === bench.shape);
    return shape && parametersOf(shape, bench.values).find((one) => one.name === name);
  };
  return names.flatMap((name) => {
    const values = benches.map((bench) => {
      const value = bench.values[name];
      if (!value) return "–";
      const parameter = of(bench, name);
      return parameter?.choices.find((one) => one.key === value.value)?.label ?? read(value.text);
    });
    const label = benches.map((bench) => of(bench, name)?.label).find(Boolean) ?? name;
    return new Set(values).size > 1 ? [{ name, label, values }] : [];
  });
}
