import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useSearchParams } from "react-router";
import { answer, api, type Schemas } from "../api/client";
import { keys } from "../api/queries";
import { renew } from "../api/show";
import { Trouble } from "../kit/Trouble";
import { useUnits } from "../kit/units";
import { FoundPen } from "./FoundPen";
import { LESS, type Found } from "./found";

const SOME_LESS = 0.95; // of a figure, where its limit is pulled to at first

/** A pen of the front with what can be done with it: put on the bench, looked round with one figure less. */
export function Shown({ search, pen }: { search: Schemas["SearchOut"]; pen: Found }) {
  const go = useNavigate();
  const cache = useQueryClient();
  const { read } = useUnits();
  const [params] = useSearchParams();
  const of = Number(params.get("of") ?? params.get("like")) || null;
  const open = useMutation({
    mutationFn: () =>
      answer(api.POST("/api/searches/{search_id}/pens/{key}/open", { params: { path: { search_id: search.id, key: pen.key } }, body: { name: `${pen.called} ${read(pen.size)}`.slice(0, 80), version_of: of } })),
    onSuccess: (made) => {
      void renew(cache, keys.pens);
      void go(`/pens/${made.id}`);
    },
  });
  return (
    <FoundPen pen={pen} axes={search.axes}>
      <p className="mt-2 flex flex-wrap gap-x-4 gap-y-1">
        <button type="button" className="line-button" disabled={open.isPending} onClick={() => open.mutate()}>
          {of ? "Put it on the bench as a version" : "Put it on the bench"}
        </button>
        <span>
          Like this,{" "}
          {LESS.map(([figure, words], i) => (
            <span key={figure}>
              {i > 0 ? " · " : ""}
              <Link className="underline decoration-2 underline-offset-4" to={`/balance?flock=${search.flock_id}&round=${search.id}:${pen.key}&under=${figure}:${(pen.figures[figure] ?? 0) * SOME_LESS}${of ? `&of=${of}` : ""}`}>
                {words}
              </Link>
            </span>
          ))}
        </span>
      </p>
      <Trouble problem={open.error} />
    </FoundPen>
  );
}
