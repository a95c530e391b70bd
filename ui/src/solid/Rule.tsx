interface Props {
  label: string;
  value: number;
  most: number;
  step: number;
  said: string;
  onChange: (value: number) => void;
}

/** A straightedge with a slide on it: how much of the pen is sawn away, how far it is taken apart. */
export function Rule({ label, value, most, step, said, onChange }: Props) {
  return (
    <label className="flex items-center gap-2 text-sm">
      <span className="whitespace-nowrap">{label}</span>
      <input
        type="range"
        className="rule w-16"
        min={0}
        max={most}
        step={step}
        value={value}
        aria-valuetext={said}
        onChange={(event) => onChange(Number(event.target.value))}
      />
    </label>
  );
}
