/** Changes that would mend a verdict, as they come in; asked anew when the pen changes, stopped at will. */
import { useCallback, useEffect, useRef, useState } from "react";
import { valuesOf, type Bench, type Schemas } from "../api/client";

export type Mend = Schemas["MendOut"];

interface Found {
  mends: Mend[];
  working: boolean;
  trouble: string;
}

const NOTHING: Found = { mends: [], working: false, trouble: "" };

export function useMends(bench: Bench) {
  const [found, setFound] = useState<Found>(NOTHING);
  const asking = useRef<AbortController | null>(null);
  const stop = useCallback(() => {
    asking.current?.abort();
    asking.current = null;
    setFound((now) => ({ ...now, working: false }));
  }, []);
  const ask = useCallback(
    async (what: Mend["marks"][number]["what"]) => {
      asking.current?.abort();
      const mine = new AbortController();
      asking.current = mine;
      setFound({ ...NOTHING, working: true });
      try {
        const sent = await fetch(`/api/pens/${bench.id}/mends`, {
          method: "POST",
          headers: { "Content-Type": "application/json" },
          body: JSON.stringify({ what, values: valuesOf(bench) }),
          signal: mine.signal,
        });
        if (!sent.ok || !sent.body) throw new Error("What would mend it could not be worked out.");
        await eachLine(sent.body, (line) => {
          if (asking.current === mine) setFound((now) => ({ ...now, mends: [...now.mends, JSON.parse(line) as Mend] }));
        });
        if (asking.current === mine) setFound((now) => ({ ...now, working: false }));
      } catch (error) {
        if (asking.current === mine) setFound((now) => ({ ...now, working: false, trouble: error instanceof Error ? error.message : "" }));
      }
    },
    [bench],
  );
  useEffect(() => () => asking.current?.abort(), []);
  return { ...found, ask, stop };
}

/** Hand over each line of a body as soon as it is whole. */
export async function eachLine(body: ReadableStream<Uint8Array>, take: (line: string) => void): Promise<void> {
  const reader = body.getReader();
  const decoder = new TextDecoder();
  let rest = "";
  for (;;) {
    const { done, value } = await reader.read();
    rest += decoder.decode(value, { stream: !done });
    const lines = rest.split("\n");
    rest = lines.pop() ?? "";
    for (const line of lines) if (line.trim()) take(line);
    if (done) break;
  }
  if (rest.trim()) take(rest);
}
