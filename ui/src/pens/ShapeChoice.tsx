import { Radio, RadioGroup } from "@headlessui/react";
import { useChoices } from "../api/queries";

/** A shape, and the way of building it that has a name of its own; none as it usually is. */
export interface Kind {
  shape: string;
  school: string;
}

interface Props {
  kind: Kind;
  onKind: (kind: Kind) => void;
}

/** Which of the shapes to propose, each as a builder would sketch its end: ground line, frame, cover. */
export function ShapeChoice({ kind, onKind }: Props) {
  const choices = useChoices();
  const kinds = choices.data?.shapes.flatMap((shape) => [
    { label: shape.label, sketch: shape.sketch, kind: { shape: shape.key, school: "" } },
    ...shape.schools.map((one) => ({ label: one.label, sketch: one.sketch, kind: { shape: shape.key, school: one.key } })),
  ]);
  const alike = (one: Kind, other: Kind) => one.shape === other.shape && one.school === other.school;
  const chosen = kinds?.find((one) => alike(one.kind, kind));
  return (
    <>
      <RadioGroup value={kind} by={alike} onChange={onKind} aria-label="Shape" className="grid grid-cols-3 gap-2">
        {kinds?.map((one) => (
          <Radio
            key={`${one.kind.shape} ${one.kind.school}`}
            value={one.kind}
            className="cursor-pointer border-b-4 border-transparent bg-sheet px-1.5 pt-1 pb-0.5 data-checked:border-tape data-hover:border-rule data-checked:data-hover:border-tape"
          >
            <svg viewBox="0 0 80 50" className="h-10 w-full" aria-hidden>
              <path d="M0 45H80" stroke="var(--color-grass)" strokeWidth={2} />
              <path d={one.sketch.frame} fill="none" stroke="var(--color-grain)" strokeWidth={3.4} strokeLinejoin="round" />
              <path d={one.sketch.cover} fill="none" stroke="var(--color-ink)" strokeWidth={2} />
            </svg>
            <span className="font-slab block text-sm leading-tight font-bold">{one.label}</span>
            <span className="sr-only">{one.sketch.note}</span>
          </Radio>
        ))}
      </RadioGroup>
      <p aria-hidden className="mt-1 min-h-10 text-sm leading-tight text-pencil">{chosen ? `${chosen.label}: ${chosen.sketch.note}` : ""}</p>
    </>
  );
}
