import { useQuery } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../api/client";
import { keys } from "../api/queries";
import { LinePicture } from "../drawing/WholePen";
import { inkOf } from "../kit/grade";
import { Trouble, Waiting } from "../kit/Trouble";
import { useUnits } from "../kit/units";
import type { Kind } from "./ShapeChoice";

type Start = Schemas["StartOut"];

interface Props {
  flockId: number;
  busy: boolean;
  onBegin: (kind: Kind) => void;
}

/** Three whole designs of different schools for a flock; one press begins from any. */
export function ThreeStarts({ flockId, busy, onBegin }: Props) {
  const starts = useQuery({
    queryKey: keys.starts(flockId),
    queryFn: async () => (await answer(api.GET("/api/pens/starts/{flock_id}", { params: { path: { flock_id: flockId } } }))).starts,
  });
  return (
    <section aria-label="Three to start from">
      {starts.error ? <Trouble problem={starts.error} /> : null}
      {!starts.data && !starts.error ? <Waiting what="Trying sizes and wheels of every shape" /> : null}
      <div className="grid gap-6 md:grid-cols-3">{starts.data?.map((one) => <OneStart key={one.shape} start={one} busy={busy} onBegin={onBegin} />)}</div>
      {starts.data?.length === 0 ? <p>No pen with room for these birds to the day they leave gets through the way to your field. Try fewer birds, two pens, or a shape below built in its field.</p> : null}
    </section>
  );
}

function OneStart({ start, busy, onBegin }: { start: Start; busy: boolean; onBegin: (kind: Kind) => void }) {
  const { read } = useUnits();
  return (
    <article className="border-t-2 border-ink pt-2" data-start={start.shape}>
      <svg viewBox="0 0 300 170" className="w-full" aria-hidden>
        <LinePicture lines={start.lines} width={300} height={170} lit={null} onPoint={() => undefined} />
      </svg>
      <h3 className="font-slab text-lg font-bold">
        {start.label} <span className="font-normal">{read(start.size)}</span>
      </h3>
      <ul className="mt-1 text-sm">
        {start.findings.map((one) => (
          <li key={one.what} className="flex justify-between gap-3">
            <span>
              {one.title}: {read(one.figure)}
            </span>
            <b className={`whitespace-nowrap ${inkOf(one.verdict)}`}>{one.word}</b>
          </li>
        ))}
      </ul>
      {start.lacking.length > 0 ? <p className="mt-1 text-sm">To borrow: {start.lacking.join(", ")}.</p> : null}
      <button type="button" className="line-button mt-2" disabled={busy} onClick={() => onBegin({ shape: start.shape, school: start.school })}>
        Begin from this {start.label}
      </button>
    </article>
  );
}
