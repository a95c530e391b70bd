import { useQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { answer, api } from "../api/client";
import { Trouble } from "../kit/Trouble";
import { useUnits } from "../kit/units";
import type { useShedChange } from "./useShedChange";

/** Counting what leans against the wall: a line for each kind, read back as it is typed. */
export function Count({ shed }: { shed: ReturnType<typeof useShedChange> }) {
  const { read } = useUnits();
  const [typed, setTyped] = useState("");
  const lines = useDeferredValue(typed).split("\n").filter((line) => line.trim());
  const back = useQuery({
    queryKey: ["shed", "read", lines],
    queryFn: ({ signal }) => answer(api.POST("/api/things/read", { body: { lines }, signal })),
    enabled: lines.length > 0,
    retry: false,
    placeholderData: (before) => before,
  });
  const enter = () => shed.enter(typed.split("\n").filter((line) => line.trim()), () => setTyped(""));
  return (
    <section aria-label="Count what is there" className="max-w-xl">
      <label className="block">
        <span className="font-slab font-bold">Count what is there</span>
        <textarea
          className="entry mt-1 w-full font-semibold"
          rows={Math.max(3, typed.split("\n").length + 1)}
          placeholder={"7 x 2x4 8'\n3 @ 2.43 m larch, one bowed end\n2 plywood 12 mm 1.2 × 0.6 m"}
          value={typed}
          onChange={(event) => {
            shed.forget();
            setTyped(event.target.value);
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) enter();
          }}
        />
      </label>
      {lines.length > 0 && back.data && !back.error ? (
        <ul aria-label="As it is understood" className="mt-1 text-sm text-pencil">
          {back.data.read.map((one, i) => (
            <li key={i}>
              {one.count} × {read(one.said)}
              {one.note ? `; ${one.note}` : ""}
            </li>
          ))}
        </ul>
      ) : null}
      {lines.length > 0 ? <Trouble problem={back.error ?? shed.problem} /> : <Trouble problem={shed.problem} />}
      <p className="mt-2 flex items-baseline gap-4">
        <button type="button" className="line-button" disabled={lines.length === 0 || shed.busy} onClick={enter}>
          Put it in the shed
        </button>
        <span className="text-sm text-pencil">How many, of what, how long; a comma before what is to be remembered.</span>
      </p>
    </section>
  );
}
