import { useState } from "react";
import type { MovePlan, Schemas } from "../api/client";
import { sayDay } from "../flocks/dates";
import { Steps, Worksheet } from "../kit/Worksheet";
import { Cell, StackRow, Stacks } from "../kit/Stacks";
import { useUnits } from "../kit/units";

type Move = Schemas["MoveOut"];

interface Props {
  plan: MovePlan;
  day: string;
  onPick: (day: string) => void;
}

/** A wall almanac of the days: which stops, what the birds leave there, when it is ready again. */
export function Almanac({ plan, day, onPick }: Props) {
  const [working, setWorking] = useState<string | null>(null);
  const shown = plan.days.find((one) => one.day === working);
  return (
    <>
      <Stacks of={["day", ">age", "to", ">wear", ">droppings", ">nitrogen", ">in the year", "ready again", ""]} className="mt-3">
          {plan.days.map((one) => {
            const moves = plan.moves.filter((move) => move.day === one.day);
            if (moves.length === 0) return <Stays key={one.day} day={one.day} age={one.age} chosen={one.day === day} onPick={() => onPick(one.day)} />;
            return moves.map((move, i) => (
              <Line
                key={`${move.day}-${move.part}`}
                move={move}
                first={i === 0}
                chosen={one.day === day}
                onPick={() => onPick(one.day)}
                onWork={() => setWorking(one.day)}
              />
            ));
          })}
      </Stacks>
      {shown ? (
        <Worksheet title={`${sayDay(shown.day)}, day ${shown.age}: ${shown.moves} ${shown.moves === 1 ? "move" : "moves"}`} open onClose={() => setWorking(null)}>
          <p className="mb-2">
            A stop lasts {shown.stay_days.toFixed(2)} days: {shown.ruled_by} {shown.ruled_by === "droppings" ? "rule" : "rules"}.
          </p>
          <Steps steps={shown.working} />
        </Worksheet>
      ) : null}
    </>
  );
}

interface LineProps {
  move: Move;
  first: boolean;
  chosen: boolean;
  onPick: () => void;
  onWork: () => void;
}

/** A day on which the pen stays where it is. */
function Stays({ day, age, chosen, onPick }: { day: string; age: number; chosen: boolean; onPick: () => void }) {
  return (
    <StackRow className={`border-t border-ink/50 text-pencil ${chosen ? "bg-tape/50" : ""}`} onMouseEnter={onPick}>
      <Cell className="py-0.5">
        <button type="button" aria-pressed={chosen} onClick={onPick}>
          {sayDay(day, true)}
        </button>
      </Cell>
      <Cell head="age" className="px-2 py-0.5 text-right">{age}</Cell>
      <Cell colSpan={7} className="py-0.5">
        stays
      </Cell>
    </StackRow>
  );
}

function Line({ move, first, chosen, onPick, onWork }: LineProps) {
  const { read } = useUnits();
  const past = (limit: string) => (move.passes.includes(limit) ? "text-clay font-semibold" : "");
  return (
    <StackRow className={`${first ? "border-t border-ink/50" : ""} ${chosen ? "bg-tape/50" : ""}`} onMouseEnter={onPick}>
      <Cell className="py-0.5 font-semibold">
        {first ? (
          <button type="button" className="font-semibold" aria-pressed={chosen} onClick={onPick}>
            {sayDay(move.day, true)}
          </button>
        ) : null}{" "}
        {first && move.today ? <span className="text-grass">· today</span> : null}
      </Cell>
      <Cell head="age" className="px-2 py-0.5 text-right">{first ? move.age : null}</Cell>
      <Cell className="py-0.5 whitespace-nowrap">
        lane {move.stop.lane + 1}, stop {move.stop.number + 1} <span className="text-pencil">at {move.at.slice(0, 5)}</span>
      </Cell>
      <Cell head="wear" className={`py-0.5 pl-3 text-right whitespace-nowrap ${past("wear")}`}>{read(move.wear)}</Cell>
      <Cell head="droppings" className={`py-0.5 pl-3 text-right whitespace-nowrap ${past("droppings")}`}>{read(move.cover)}</Cell>
      <Cell head="nitrogen" className="py-0.5 pl-3 text-right whitespace-nowrap">{read(move.nitrogen)}</Cell>
      <Cell head="in the year" className={`py-0.5 pl-3 text-right whitespace-nowrap ${past("nitrogen")}`}>{read(move.nitrogen_year)}</Cell>
      <Cell head="ready again" className="py-0.5 pl-4 whitespace-nowrap">{sayDay(move.ready)}</Cell>
      <Cell className="py-0.5 pl-3 text-right">
        {first ? (
          <button type="button" className="text-sm underline" onClick={onWork}>
            working
          </button>
        ) : null}
      </Cell>
    </StackRow>
  );
}
