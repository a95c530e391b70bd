import { Link } from "react-router";
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
  letters: [string, string, string][];
  on: boolean;
  onSwitch: (on: boolean) => void;
  onClose: () => void;
}

/** What keys do, and whether single letters do anything. */
export function KeyList({ letters, on, onSwitch, onClose }: Props) {
  const rows = [...(on ? letters.map(([letter, , label]): [string, string] => [letter, `to ${label}`]) : []), ...KEYS];
  return (
    <Worksheet title="Keys" open onClose={onClose}>
      <label className="mb-3 flex items-baseline gap-2">
        <input type="checkbox" checked={on} onChange={(event) => onSwitch(event.target.checked)} />
        Single letters and ? do something
      </label>
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
      <h3 className="mt-5">The levels</h3>
      <p className="max-w-prose">
        The thin mark is the least that will do, the thick one what is good. Left of the thin one a bubble breaks: short. Between them it
        is squeezed: it can be built and used, and costs something, told beside it. Right of the thick one it lies easy, and far right there
        is some to spare. The dashed line is how far it wanders as soil, grip or anchors vary.
      </p>
      <p className="mt-3">
        <Link to="/care" onClick={onClose} className="font-semibold underline decoration-1 underline-offset-4">
          Take care: every caution in one place
        </Link>
      </p>
    </Worksheet>
  );
}
