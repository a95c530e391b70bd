interface Props {
  legend: string;
  options: { key: string; label: string }[];
  on: string[];
  onKeep: (on: string[]) => void;
}

/** Things of which any number holds. */
export function Ticks({ legend, options, on, onKeep }: Props) {
  return (
    <fieldset>
      <legend className="text-sm">{legend}</legend>
      <div className="grid grid-cols-1 xl:grid-cols-2">
        {options.map((one) => (
          <label key={one.key} className="flex items-center gap-2">
            <input
              type="checkbox"
              className="accent-grass"
              checked={on.includes(one.key)}
              onChange={(event) => onKeep(event.target.checked ? [...on, one.key] : on.filter((key) => key !== one.key))}
            />
            {one.label}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
