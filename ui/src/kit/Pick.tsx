import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from "@headlessui/react";

interface Option {
  key: string;
  label: string;
  note?: string;
}

interface Props {
  label: string;
  value: string;
  options: Option[];
  onPick: (key: string) => void;
  error?: string;
  quiet?: boolean;
}

/** One of a few things, chosen from a list of words. */
export function Pick({ label, value, options, onPick, error, quiet = false }: Props) {
  const chosen = options.find((option) => option.key === value);
  return (
    <div>
      <Listbox value={value} onChange={onPick}>
        <span className={quiet ? "sr-only" : "block text-sm"} id={`pick-${label}`}>
          {label}
        </span>
        <ListboxButton className="entry flex w-full items-center justify-between text-left font-semibold" aria-label={`${label}: ${chosen?.label ?? value}`}>
          <span className="truncate">{chosen?.label ?? value}</span>
          <span aria-hidden className="pl-2">▾</span>
        </ListboxButton>
        <ListboxOptions anchor="bottom start" className="sheet z-30 max-h-80 w-72 overflow-auto py-1 [--anchor-gap:3px]">
          {options.map((option) => (
            <ListboxOption
              key={option.key}
              value={option.key}
              className="cursor-pointer px-3 py-1.5 data-focus:bg-sward data-selected:font-semibold"
            >
              {option.label}
              {option.note ? <span className="block text-sm text-pencil">{option.note}</span> : null}
            </ListboxOption>
          ))}
        </ListboxOptions>
      </Listbox>
      {error ? <p role="alert" className="mt-1 text-sm text-clay">{error}</p> : null}
    </div>
  );
}
