import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { Worksheet } from "./Worksheet";

/** Keys by what they do; those of the parts come from their first letters. */
const KEYS: [string, string][] = [
  ["Ctrl Z", "take the last change back"],
  ["Ctrl Shift Z", "bring it back"],
  ["1 2 3 4", "turn the pen: corner, top, side, end (from any control of the drawing)"],
  ["← → ↑ ↓", "on a tape or on the round grip of a dimension: half an inch or a centimetre; with Shift four times as much"],
  ["Enter", "on a dimension's words: type it; in a field: keep it"],
  ["Esc", "let go of what is being pulled; put a sheet away"],
  ["?", "this list"],
];

interface Props {
  parts: readonly (readonly [string, string])[];
}

/** A list of keys on “?”, and a letter for each part. */
export function Shortcuts({ parts }: Props) {
  const [open, setOpen] = useState(false);
  const go = useNavigate();
  const letters = lettersOf(parts);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const typing = event.target instanceof Element && event.target.closest("input, textarea, select, [role=listbox]");
      if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === "?") setOpen(true);
      const to = letters.find(([letter]) => letter === event.key)?.[1];
      if (to && !document.querySelector("[role=dialog]")) void go(to);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });
  const rows = [...letters.map(([letter, , label]): [string, string] => [letter, `to ${label}`]), ...KEYS];
  return (
    <>
      <button type="button" className="border border-ink px-2 py-0.5 text-sm font-semibold" aria-label="Keys" onClick={() => setOpen(true)}>
        ?
      </button>
      <Worksheet title="Keys" open={open} onClose={() => setOpen(false)}>
        <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1.5">
          {rows.map(([key, what]) => (
            <div key={key} className="contents">
              <dt>
                <kbd className="font-sans border-b-2 border-ink bg-paper px-2 font-semibold">{key}</kbd>
              </dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
      </Worksheet>
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
