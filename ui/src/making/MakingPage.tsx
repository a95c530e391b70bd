import { Link, useParams } from "react-router";
import type { Making } from "../api/client";
import { useMaking, usePens } from "../api/queries";
import { Trouble, Waiting } from "../kit/Trouble";
import { PenChoice } from "../pens/PenChoice";
import { BuildParts } from "./BuildParts";
import { FinishBy } from "./FinishBy";
import { TaskItem } from "./TaskItem";
import { Upkeep } from "./Upkeep";
import { useMakingChange } from "./useMakingChange";

/** Building a pen step by step, with boxes to tick; made for a phone on the bench beside the saw. */
export function MakingPage() {
  const id = Number(useParams()["id"] ?? 0);
  const making = useMaking(id);
  return (
    <div className="pt-4">
      <PenChoice part="build" current={id} />
      {making.error ? <Trouble problem={making.error} /> : null}
      {making.data ? <Steps making={making.data} /> : making.error ? null : <Waiting what="Working out the order" />}
    </div>
  );
}

function Steps({ making }: { making: Making }) {
  const pens = usePens();
  const say = useMakingChange(making.pen_id);
  const pen = pens.data?.find((one) => one.id === making.pen_id);
  const done = making.tasks.filter((one) => one.done).length;
  return (
    <>
      <BuildParts id={making.pen_id} />
      <h1>{pen?.name ?? "The pen"}: building it</h1>
      <p className="mt-1">
        <span className="figure text-lg">{done}</span> of {making.tasks.length} steps done; about {hours(making.hours.about)} of work in all, {hours(making.hours.least)} to {hours(making.hours.most)}
        {making.pace !== 1 ? `, at ${making.pace} times the usual pace as you wrote it down` : ""}.
      </p>
      {making.lacking.length > 0 ? <p className="mt-1 text-straw-ink">To borrow: {making.lacking.join("; ")}.</p> : null}
      <p className="no-print mt-2 flex flex-wrap gap-4">
        <a className="line-button" href={`/api/pens/${making.pen_id}/book.pdf`} download>
          The book as PDF
        </a>
        <a className="line-button" href={`/api/pens/${making.pen_id}/book.pdf?paper=letter&units=imperial`} download>
          on Letter
        </a>
        <a className="line-button" href={`/api/pens/${making.pen_id}/labels.pdf`} download>
          Labels
        </a>
        <Link className="underline decoration-1 underline-offset-4" to="/care">
          Take care
        </Link>
      </p>
      <Trouble problem={say.problem} />
      <div className="mt-4 grid gap-x-12 lg:grid-cols-[minmax(0,1fr)_360px]">
        <ol aria-label="Steps" className="max-w-4xl">
          {making.tasks.map((task) => (
            <TaskItem key={task.key} task={task} pen={making.pen_id} drawn={pen?.revision ?? 0} say={say} />
          ))}
          {making.aside.length > 0 ? <li className="border-t border-rule py-2 text-pencil">Waits in the shed for its season: {making.aside.join(", ")}.</li> : null}
        </ol>
        <FinishBy making={making} say={say} />
      </div>
      <Upkeep looks={making.upkeep} />
    </>
  );
}

function hours(about: number): string {
  return about === 1 ? "1 hour" : `${about} hours`;
}
