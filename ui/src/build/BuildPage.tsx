import { useState } from "react";
import { Link, Navigate, useParams } from "react-router";
import type { Bill } from "../api/client";
import { useBill, useMaking, usePen, usePens } from "../api/queries";
import { Trouble, Waiting } from "../kit/Trouble";
import { NoPen } from "../pens/NoPen";
import { PenChoice } from "../pens/PenChoice";
import { Bends } from "./Bends";
import { Boards } from "./Boards";
import { BuildParts } from "../making/BuildParts";
import { useMakingChange } from "../making/useMakingChange";
import { Covers } from "./Covers";
import { Doors } from "./Doors";
import { Pipes } from "./Pipes";
import { Welds } from "./Welds";
import { DrawingFiles } from "./DrawingFiles";
import { Laps } from "./Laps";
import { Money } from "./Money";
import { Offsets } from "./Offsets";
import { Reckoning } from "./Reckoning";
import { Pieces } from "./Pieces";
import { Plates } from "./Plates";
import { Sawing } from "./Sawing";
import { Shopping } from "./Shopping";
import { SizeChart } from "./SizeChart";
import { WherePiecesGo } from "./WherePiecesGo";

/** Build: what to cut, how to cut it out of boards, what to buy. */
export function BuildPage() {
  const id = Number(useParams()["id"] ?? 0);
  const pens = usePens();
  if (!id && pens.data?.[0]) return <Navigate to={`/build/${pens.data[0].id}`} replace />;
  if (!id) return pens.data ? <NoPen what="Cut lists, cutting plans and the order of building come from a pen." /> : <Waiting what="Looking for the pens" />;
  return (
    <div className="pt-4">
      <PenChoice part="build" current={id} />
      <OfPen key={id} id={id} />
    </div>
  );
}

function OfPen({ id }: { id: number }) {
  const bill = useBill(id);
  if (bill.error) return <Trouble problem={bill.error} />;
  if (!bill.data) return <Reckoning />;
  return <Sheets bill={bill.data} />;
}

function Sheets({ bill }: { bill: Bill }) {
  const [lit, setLit] = useState<string | null>(null);
  const pen = usePen(bill.pen_id);
  const making = useMaking(bill.pen_id);
  const say = useMakingChange(bill.pen_id);
  return (
    <>
      <BuildParts id={bill.pen_id} />
      <div className="mb-3 flex flex-wrap items-baseline gap-6">
        <h1>{bill.pen_name}: to cut and to buy</h1>
        <a className="line-button no-print" href={`/api/pens/${bill.pen_id}/cut-list.csv`} download>
          Cut list as CSV
        </a>
        <a className="line-button no-print" href={`/api/pens/${bill.pen_id}/labels.pdf`} download>
          Labels
        </a>
        <a className="line-button no-print" href={`/api/pens/${bill.pen_id}/prices.xlsx`} download>
          List for a shop to price
        </a>
        <a className="line-button no-print" href={`/api/pens/${bill.pen_id}/design.json`} download>
          Design as a file
        </a>
        <DrawingFiles pen={bill.pen_id} />
        <button type="button" className="line-button no-print" onClick={() => window.print()}>
          Print
        </button>
        <Link to="/care" className="underline decoration-1 underline-offset-4">
          Take care: saws, sheet edges, treated wood
        </Link>
      </div>
      <div className="grid gap-8 lg:grid-cols-[430px_minmax(0,1fr)]">
        <div className="min-w-0">
          <Pieces bill={bill} lit={lit} onPoint={setLit} cut={making.data?.cut} onCut={making.data && say.cut} />
          <Trouble problem={say.problem} />
          <Covers bill={bill} />
        </div>
        <div className="min-w-0 space-y-6">
          <Sawing bill={bill} />
          {bill.plans.map((plan) => (
            <Boards key={plan.section + plan.species} plan={plan} lit={lit} onPoint={setLit} onCut={making.data && say.board} />
          ))}
          <Plates bill={bill} />
        </div>
      </div>
      {pen.data ? <WherePiecesGo bench={pen.data} lit={lit} onPoint={setLit} /> : null}
      {bill.doors.length > 0 ? <Doors bill={bill} /> : null}
      {bill.bent.length > 0 ? <Bends bill={bill} /> : null}
      {bill.pipes.pipes.length > 0 ? <Pipes parts={bill.pipes} /> : null}
      {bill.lapped.length > 0 ? <Laps lapped={bill.lapped} /> : null}
      {bill.welds.welds.length > 0 ? <Welds map={bill.welds} /> : null}
      {bill.offsets.length > 0 ? <Offsets bill={bill} /> : null}
      <Money bill={bill} />
      <SizeChart pen={bill.pen_id} sign={bill.currency} />
      <Shopping bill={bill} />
    </>
  );
}
