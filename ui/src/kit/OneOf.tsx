interface Props<T extends string> {
  label: string;
  said?: boolean; // is the label shown before them?
  options: readonly T[];
  on: T | null;
  onPick: (one: T) => void;
}

/** Words of which one holds: press another to have it instead. */
export function OneOf<T extends string>({ label, said = true, options, on, onPick }: Props<T>) {
  return (
    <span className="flex items-baseline gap-2" role="group" aria-label={label}>
      {said ? <span className="text-pencil">{label}</span> : null}
      {options.map((one) => (
        <button
          key={one}
          type="button"
          aria-pressed={on === one}
          className={`border-b-2 font-semibold ${on === one ? "border-ink" : "border-transparent text-pencil hover:border-rule"}`}
          onClick={() => onPick(one)}
        >
          {one}
        </button>
      ))}
    </span>
  );
}
