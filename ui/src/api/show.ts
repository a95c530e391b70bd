import type { QueryClient, QueryKey } from "@tanstack/react-query";

/** Show what the server kept. A reading asked for before is dropped: it would bring back what was there before it. */
export function show<Read>(cache: QueryClient, key: QueryKey, kept: Read | ((before: Read) => Read)) {
  const before = cache.getQueryData<Read>(key);
  if (typeof kept === "function" && before === undefined) {
    void cache.invalidateQueries({ queryKey: key, exact: true });
    return;
  }
  void cache.cancelQueries({ queryKey: key, exact: true });
  cache.setQueryData<Read>(key, typeof kept === "function" ? (kept as (before: Read) => Read)(before as Read) : kept);
}
