import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { benchOf } from "../api/bench";
import { answer, api, type Bench } from "../api/client";
import { keys } from "../api/queries";
import { renew } from "../api/show";
import { Trouble } from "../kit/Trouble";
import { Worksheet } from "../kit/Worksheet";

/** A copy of a pen to try something with: a name of its own, and why it was made. */
export function NewVersion({ bench, open, onClose }: { bench: Bench; open: boolean; onClose: () => void }) {
  const [name, setName] = useState(`${bench.name}, another way`);
  const [why, setWhy] = useState("");
  const cache = useQueryClient();
  const go = useNavigate();
  const copy = useMutation({
    mutationFn: () => answer(api.POST("/api/pens/{pen_id}/copy", { params: { path: { pen_id: bench.id } }, body: { name, why } })),
    onSuccess: (made) => {
      cache.setQueryData(keys.pen(made.id), benchOf(made));
      void renew(cache, keys.pens);
      onClose();
      void go(`/pens/${made.id}`);
    },
  });
  return (
    <Worksheet title={`A version of ${bench.name}`} open={open} onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          copy.mutate();
        }}
      >
        <label className="block text-sm">
          Its name
          <input className="entry w-full font-semibold" value={name} onChange={(event) => setName(event.target.value)} />
        </label>
        <label className="block text-sm">
          Why it is made
          <textarea className="entry w-full" rows={2} value={why} placeholder="lighter, for the teenager to move" onChange={(event) => setWhy(event.target.value)} />
        </label>
        <button type="submit" className="line-button text-lg" disabled={copy.isPending}>
          Make the version
        </button>
        <Trouble problem={copy.error} />
      </form>
    </Worksheet>
  );
}
