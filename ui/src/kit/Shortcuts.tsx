import { Suspense, lazy, useEffect, useState } from "react";
import { useNavigate } from "react-router";

const KeyList = lazy(async () => ({ default: (await import("./KeyList")).KeyList }));
const SWITCH = "ergamot.letters";

interface Props {
  parts: readonly (readonly [string, string])[];
}

/** A list of keys on “?”, and a letter for each part; letters can be switched off, for voices and shaking hands. */
export function Shortcuts({ parts }: Props) {
  const [open, setOpen] = useState(false);
  const [on, setOn] = useState(() => window.localStorage.getItem(SWITCH) !== "off");
  const go = useNavigate();
  const letters = lettersOf(parts);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const typing = event.target instanceof Element && event.target.closest("input, textarea, select, [role=listbox]");
      if (!on || typing || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === "?") setOpen(true);
      const to = letters.find(([letter]) => letter === event.key)?.[1];
      if (to && !document.querySelector("[role=dialog]")) void go(to);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });
  const switched = (to: boolean) => {
    setOn(to);
    window.localStorage.setItem(SWITCH, to ? "on" : "off");
  };
  return (
    <>
      <button type="button" className="border border-ink px-2 py-0.5 text-sm font-semibold" aria-label="Keys" onClick={() => setOpen(true)}>
        ?
      </button>
      {open ? (
        <Suspense>
          <KeyList letters={letters} on={on} onSwitch={switched} onClose={() => setOpen(false)} />
        </Suspense>
      ) : null}
    </>
  );
}

/** The first letter of each part's name that no part before it has. */
export function lettersOf(parts: Props["parts"]): [string, string, string][] {
  const taken = new Set<string>();
  return parts.flatMap(([to, label]): [string, string, string][] => {
    const letter = [...label.toLowerCase()].find((one) => !taken.has(one));
    if (!letter) return [];
    taken.add(letter);
    return [[letter, to, label]];
  });
}
