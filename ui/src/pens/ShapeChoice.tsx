import { Radio, RadioGroup } from "@headlessui/react";
import { useChoices } from "../api/queries";

/** Each shape as a builder would sketch its end: ground line, frame, cover. */
const SKETCH: Record<string, { frame: string; cover: string; note: string }> = {
  "low-pen": { frame: "M8 44V28H72V44", cover: "M6 28H50", note: "for meat birds, pulled every day" },
  "a-frame": { frame: "M12 44L40 6L68 44M26 25H54", cover: "M40 6L68 44", note: "little timber, sheds rain; room is lost at the sides" },
  hoop: { frame: "M10 44C4 2 76 2 70 44", cover: "M9 34C8 4 72 4 71 34", note: "tall and light; for turkeys and long pens" },
  coop: { frame: "M14 44V22M66 44V22M8 24L40 6L72 24M30 44V26H46V44", cover: "M8 24L40 6L72 24", note: "walk in; house, roosts and nests for layers" },
};

interface Props {
  shape: string;
  onShape: (shape: string) => void;
}

/** Which of the shapes to propose. */
export function ShapeChoice({ shape, onShape }: Props) {
  const choices = useChoices();
  return (
    <RadioGroup value={shape} onChange={onShape} aria-label="Shape" className="grid grid-cols-2 gap-2">
      {choices.data?.shapes.map((one) => {
        const sketch = SKETCH[one.key];
        return (
          <Radio
            key={one.key}
            value={one.key}
            className="cursor-pointer border-b-4 border-transparent bg-sheet px-2 pt-1 pb-0.5 data-checked:border-tape data-hover:border-rule data-checked:data-hover:border-tape"
          >
            {sketch ? (
              <svg viewBox="0 0 80 50" className="h-12 w-full" aria-hidden>
                <path d="M0 45H80" stroke="var(--color-grass)" strokeWidth={2} />
                <path d={sketch.frame} fill="none" stroke="var(--color-grain)" strokeWidth={3.4} strokeLinejoin="round" />
                <path d={sketch.cover} fill="none" stroke="var(--color-ink)" strokeWidth={2} />
              </svg>
            ) : null}
            <span className="font-slab block font-bold">{one.label}</span>
            <span className="block text-sm leading-tight text-pencil">{sketch?.note}</span>
          </Radio>
        );
      })}
    </RadioGroup>
  );
}
