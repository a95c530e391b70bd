interface Props {
  label: string;
  low: number;
  high: number;
  value: number;
  spoken: string;
  onKeep: (value: number) => void;
}

const MOST_MARKS = 13;

/** Whole steps, counted off on a stick: press a notch, or one more, one less. */
export function Notches({ label, low, high, value, spoken, onKeep }: Props) {
  const all = Array.from({ length: Math.round(high - low) + 1 }, (_, i) => low + i);
  const every = Math.ceil(all.length / MOST_MARKS);
  const marks = all.filter((_, i) => i % every === 0);
  const step = (by: number) => onKeep(Math.min(high, Math.max(low, Math.round(value) + by)));
  return (
    <div role="group" aria-label={`${label} notches, now ${spoken}`} className="mt-1 flex items-stretch">
      <button type="button" className="border-[1.6px] border-ink bg-sheet px-2.5 font-bold" aria-label={`${label}: one less`} disabled={value <= low} onClick={() => step(-1)}>
        −
      </button>
      <div className="flex flex-1 border-y-[1.6px] border-ink bg-wood">
        {marks.map((mark) => (
          <button
            key={mark}
            type="button"
            tabIndex={-1}
            aria-hidden
            className={`flex-1 border-r border-grain last:border-r-0 ${mark <= value ? "bg-grain/70" : "hover:bg-grain/30"}`}
            onClick={() => onKeep(mark)}
          />
        ))}
      </div>
      <button type="button" className="border-[1.6px] border-ink bg-sheet px-2.5 font-bold" aria-label={`${label}: one more`} disabled={value >= high} onClick={() => step(1)}>
        +
      </button>
    </div>
  );
}
