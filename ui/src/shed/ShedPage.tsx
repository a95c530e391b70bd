import { useState } from "react";
import { AwayList } from "../away/AwayList";
import { usePens, usePlace, useShed } from "../api/queries";
import { Stacks } from "../kit/Stacks";
import { Trouble, Waiting } from "../kit/Trouble";
import { Count } from "./Count";
import { Tables } from "./Tables";
import { ThingRow } from "./ThingRow";
import { useShedChange } from "./useShedChange";
import { Wall } from "./Wall";

/** The shed: what is in hand, before anything is bought. */
export function ShedPage() {
  const shed = useShed();
  const pens = usePens();
  const place = usePlace();
  const change = useShedChange();
  const [lit, setLit] = useState<number | null>(null);
  if (shed.error) return <Trouble problem={shed.error} />;
  if (!shed.data) return <Waiting what="Opening the shed" />;
  const { things, sorts } = shed.data;
  return (
    <div className="pt-4">
      <h1>What is in the shed</h1>
      <p className="max-w-prose text-pencil">
        Every cutting plan takes from here first, at what you say it is worth. {things.length > 0 ? `All together ${place.data?.currency ?? ""}${shed.data.worth}.` : "Nothing is in it yet: count what leans against the wall."}
      </p>
      <Wall things={things} lit={lit} onPoint={setLit} />
      <div className="mt-4">
        <Count shed={change} />
      </div>
      {sorts
        .filter((sort) => things.some((one) => one.sort === sort.key))
        .map((sort) => (
          <section key={sort.key} className="mt-5" aria-label={sort.words}>
            <h2 className="first-letter:uppercase">{sort.words}</h2>
            <Stacks of={["there are", "of", ">worth each", "kept for", ""]} className="md:table-fixed md:[&_th:nth-child(1)]:w-24 md:[&_th:nth-child(3)]:w-28 md:[&_th:nth-child(4)]:w-52 md:[&_th:nth-child(5)]:w-64">
              {things
                .filter((one) => one.sort === sort.key)
                .map((one) => (
                  <ThingRow key={one.id} thing={one} pens={pens.data ?? []} shed={change} lit={lit === one.id} onPoint={setLit} />
                ))}
            </Stacks>
          </section>
        ))}
      <Tables shed={change} />
      <AwayList kind="thing" />
    </div>
  );
}
