import { type Place, type Problem, type Schemas } from "../api/client";
import { WaySketch } from "../drawing/WaySketch";
import type { Spot } from "../drawing/way";
import { Entry } from "../kit/Entry";
import { Cell, StackRow, Stacks } from "../kit/Stacks";
import { Pick } from "../kit/Pick";
import { useUnits } from "../kit/units";

type StretchIn = Schemas["StretchIn"];
type Change = Partial<StretchIn>;

interface Props {
  place: Place;
  grounds: Schemas["ChoiceOut"][];
  problem: Problem | null;
  onKeep: (way: StretchIn[]) => void;
}

const STRAIGHT_ON: Spot = { east_m: 0, north_m: 30 };

/** The way a new pen goes to the field: drawn on squared paper, measured in the rows beside it. */
export function WayPanel({ place, grounds, problem, onKeep }: Props) {
  const { read } = useUnits();
  const kept: StretchIn[] = place.way.map(({ east_m, north_m, width_mm, room_mm, rise_percent, ground }) => ({ east_m, north_m, width_mm, room_mm, rise_percent, ground }));
  const change = (number: number, with_: Change) => onKeep(kept.map((one, i) => (i === number - 1 ? { ...one, ...with_ } : one)));
  const add = (spot: Spot) => onKeep([...kept, spot]);
  const straightOn = () => {
    const [a, b] = [kept.at(-2) ?? { east_m: 0, north_m: 0 }, kept.at(-1)];
    add(b ? { east_m: 2 * b.east_m - a.east_m, north_m: 2 * b.north_m - a.north_m } : STRAIGHT_ON);
  };
  const errorOf = (number: number, name: string) => (problem?.field === `way-${number}-${name}` ? problem.message : undefined);
  const grassy = [{ key: "", label: "usual worst" }, ...grounds];
  return (
    <section className="mt-8" aria-label="The way to the field">
      <h2>The way to the field</h2>
      <p className="mb-3 text-sm text-pencil">
        From where pens are built to the grass: click on the paper to draw the next stretch, pull its end, then put in what
        you measured. Every pen's Moving sheet says whether it gets there.
      </p>
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-x-8 gap-y-4 lg:grid-cols-[4fr_7fr]">
        <WaySketch label="The way from above" ends={place.way.map((one, i) => ({ ...one, number: i + 1 }))} onAdd={add} onMove={change} />
        <div>
          {kept.length ? (
            <Stacks of={["", "long", "narrowest", "rises, %", "ground", "bend after it, and room for it", ""]}>
                {place.way.map((one, i) => {
                  const number = i + 1;
                  const entry = (name: "length" | "width_mm" | "rise_percent" | "room_mm", label: string, value: string, keep: (text: string) => Change) => (
                    <Entry quiet label={`${label} of stretch ${number}`} value={value} error={errorOf(number, name)} onKeep={(text) => change(number, keep(text))} />
                  );
                  return (
                    <StackRow key={number} className="border-t border-rule align-top" data-way={number}>
                      <Cell className="py-2 pr-2 font-slab font-bold">{number}</Cell>
                      <Cell head="long" className="w-28 py-1 pr-2">{entry("length", "Length", read(one.length), (length) => ({ length }))}</Cell>
                      <Cell head="narrowest" className="w-36 py-1 pr-2">{entry("width_mm", "Narrowest", read(one.width), (width_mm) => ({ width_mm }))}</Cell>
                      <Cell head="rises, %" className="w-16 py-1 pr-2">{entry("rise_percent", "Rise", String(one.rise_percent), (rise_percent) => ({ rise_percent }))}</Cell>
                      <Cell head="ground" className="py-1 pr-2">
                        <Pick quiet label={`Ground of stretch ${number}`} value={one.ground} options={grassy} onPick={(ground) => change(number, { ground })} />
                      </Cell>
                      <Cell head="bend after it" className="py-1 pr-2">
                        {number < kept.length ? (
                          <div className="grid grid-cols-[3.5rem_8.5rem] items-baseline gap-1">
                            <span className="figure">{read(one.bend)}</span>
                            {entry("room_mm", "Room to turn after", read(one.room), (room_mm) => ({ room_mm }))}
                          </div>
                        ) : (
                          <span className="text-sm text-pencil">the field</span>
                        )}
                      </Cell>
                      <Cell className="py-1 text-right">
                        <button type="button" className="line-button" aria-label={`Take out stretch ${number}`} onClick={() => onKeep(kept.filter((_, at) => at !== i))}>
                          ×
                        </button>
                      </Cell>
                    </StackRow>
                  );
                })}
            </Stacks>
          ) : null}
          <button type="button" className="line-button mt-3" onClick={straightOn}>
            {kept.length ? "A stretch straight on" : "A first stretch"}
          </button>
        </div>
      </div>
    </section>
  );
}
