import { useEffect, useState } from "react";
import type { Schemas } from "../api/client";
import { eachLine } from "../mending/useMends";

export type Added = Schemas["AddedOut"];

/** What each added thing of a pen costs, as it comes in; asked while it is wanted, anew when the pen changes. */
export function useAdded(pen: number, revision: number, wanted: boolean) {
  const [found, setFound] = useState<Added[]>([]);
  const [working, setWorking] = useState(false);
  const [trouble, setTrouble] = useState("");
  useEffect(() => {
    setFound([]);
    setTrouble("");
    if (!wanted) return;
    const mine = new AbortController();
    setWorking(true);
    void (async () => {
      try {
        const sent = await fetch(`/api/pens/${pen}/added`, { signal: mine.signal });
        if (!sent.ok || !sent.body) throw new Error("What each thing costs could not be worked out.");
        await eachLine(sent.body, (line) => setFound((now) => [...now, JSON.parse(line) as Added]));
        setWorking(false);
      } catch (error) {
        if (mine.signal.aborted) return;
        setTrouble(error instanceof Error ? error.message : "");
        setWorking(false);
      }
    })();
    return () => mine.abort();
  }, [pen, revision, wanted]);
  return { found, working, trouble };
}
