import type { QueryClient, QueryKey } from "@tanstack/react-query";

/** Show what the server kept. A reading asked for before is dropped: it would bring back what was there before it. */
export function show<Read>(cache: QueryClient, key: QueryKey, kept: Read | ((before: Read) => Read)) {
  const before = cache.getQueryData<Read>(key);
  if (typeof kept === "function" && before === undefined) {
    void renew(cache, key);
    return;
  }
  void cache.cancelQueries({ queryKey: key, exact: true });
  cache.setQueryData<Read>(key, typeof kept === "function" ? (kept as (before: Read) => Read)(before as Read) : kept);
}

/** Ask anew for everything under a key, or for everything. A first reading still under way is dropped too: asked for
 *  before the change, it would answer with what stood then, and an invalidation alone lets it. */
export async function renew(cache: QueryClient, key?: QueryKey) {
  const under = key ? { queryKey: key } : {};
  await cache.cancelQueries(under);
  await cache.invalidateQueries(under);
}
