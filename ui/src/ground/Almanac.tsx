import { useState } from "react";
import type { MovePlan, Schemas } from "../api/client";
import { sayDay } from "../flocks/dates";
import { Steps, Worksheet } from "../kit/Worksheet";
import { Heads } from "../kit/Heads";

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
      <table className="mt-3 w-full">
        <Heads of={["day", "age", "to", ">wear, bird-days/m²", ">droppings, kg/m²", ">N, kg/ha", "ready again", ""]} />
        <tbody>
          {plan.days.map((one) => {
            const moves = plan.moves.filter((move) => move.day === one.day);
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
        </tbody>
      </table>
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

function Line({ move, first, chosen, onPick, onWork }: LineProps) {
  return (
    <tr className={`${first ? "border-t border-ink/50" : ""} ${chosen ? "bg-tape/50" : ""}`} onMouseEnter={onPick}>
      <td className="py-0.5 font-semibold">
        {first ? sayDay(move.day, true) : ""} {first && move.today ? <span className="text-grass">· today</span> : null}
      </td>
      <td className="py-0.5">{first ? move.age : ""}</td>
      <td className="py-0.5 whitespace-nowrap">
        lane {move.stop.lane + 1}, stop {move.stop.number + 1} <span className="text-pencil">at {move.at.slice(0, 5)}</span>
      </td>
      <td className="py-0.5 text-right">{move.wear.toFixed(2)}</td>
      <td className="py-0.5 text-right">{move.cover_kg_m2.toFixed(2)}</td>
      <td className="py-0.5 text-right">{move.nitrogen_kg_ha.toFixed(0)}</td>
      <td className="py-0.5 pl-4 whitespace-nowrap">{sayDay(move.ready)}</td>
      <td className="py-0.5 pl-3 text-right">
        {first ? (
          <button type="button" className="text-sm underline" onClick={onWork}>
            working
          </button>
        ) : null}
      </td>
    </tr>
  );
}
