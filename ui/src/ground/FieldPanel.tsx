import { useState } from "react";
import type { Field } from "../api/client";
import { AwayList } from "../away/AwayList";
import { useUnits } from "../kit/units";
import { FieldFiles } from "./FieldFiles";
import { FieldForm } from "./FieldForm";

interface Props {
  fields: Field[];
  field: Field | undefined;
  onShow: (id: number) => void;
  onDraw: () => void;
}

/** The fields, and the one shown: its sides or its edge, and the heading of its lanes. */
export function FieldPanel({ fields, field, onShow, onDraw }: Props) {
  const [adding, setAdding] = useState(false);
  const { system } = useUnits();
  const shown = adding ? undefined : field;
  const show = (id: number) => {
    setAdding(false);
    onShow(id);
  };
  return (
    <aside>
      <h2 className="mb-1">Fields</h2>
      <ul className="mb-4">
        {fields.map((one) => (
          <li key={one.id} className="border-b border-rule">
            <button type="button" className={`w-full py-1 text-left ${one.id === shown?.id ? "border-l-4 border-grass pl-2 font-semibold" : "hover:underline"}`} onClick={() => show(one.id)}>
              {one.name}
            </button>
          </li>
        ))}
        <li className="pt-2">
          <button type="button" className="line-button" disabled={!shown} onClick={() => setAdding(true)}>
            Enter a field
          </button>
        </li>
      </ul>
      <FieldForm key={shown ? `${shown.id}-${system}` : "new"} field={shown} onEntered={show} />
      {shown ? (
        <button type="button" className="line-button mt-3" onClick={onDraw}>
          Draw its edge, and what stands in it
        </button>
      ) : null}
      <FieldFiles field={shown} onRead={show} />
      <AwayList kind="field" />
    </aside>
  );
}
