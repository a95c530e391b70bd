import { QueryClient, QueryObserver } from "@tanstack/react-query";
import { expect, test } from "vitest";
import { renew, show } from "./show";

const KEY = ["pen", 7];

/** A cache that holds `held`, with a reading on its way that is answered when `arrive` is called. */
function reading(held?: string) {
  const cache = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  if (held !== undefined) cache.setQueryData(KEY, held);
  const waiting: ((read: string) => void)[] = [];
  const observer = new QueryObserver<string>(cache, { queryKey: KEY, queryFn: () => new Promise((resolve) => waiting.push(resolve)) });
  const stop = observer.subscribe(() => undefined);
  const arrive = async (read: string) => {
    waiting.shift()?.(read);
    await new Promise((later) => setTimeout(later, 0));
  };
  return { cache, arrive, stop };
}

test("a reading asked for before does not bring the old one back", async () => {
  const { cache, arrive, stop } = reading("not cut");
  show(cache, KEY, "one is cut");
  await arrive("not cut");
  expect(cache.getQueryData(KEY)).toBe("one is cut");
  stop();
});

test("the same where it is changed from what is shown", async () => {
  const { cache, arrive, stop } = reading("a");
  show<string>(cache, KEY, (before) => `${before}b`);
  await arrive("a");
  expect(cache.getQueryData(KEY)).toBe("ab");
  stop();
});

test("what is kept before anything was read is shown too", async () => {
  const { cache, arrive, stop } = reading();
  show(cache, KEY, "one is cut");
  await arrive("not cut");
  expect(cache.getQueryData(KEY)).toBe("one is cut");
  stop();
});

test("what is not read yet is asked for again", async () => {
  const { cache, arrive, stop } = reading();
  show<string>(cache, KEY, (before) => `${before}b`);
  await arrive("old");
  await arrive("new");
  expect(cache.getQueryData(KEY)).toBe("new");
  stop();
});

test("a first reading asked for before a change is asked for again after it", async () => {
  const { cache, arrive, stop } = reading();
  void renew(cache, ["pen"]);
  await arrive("as it was");
  await arrive("as it is");
  expect(cache.getQueryData(KEY)).toBe("as it is");
  stop();
});

test("and so is a later one", async () => {
  const { cache, arrive, stop } = reading("as it was");
  void renew(cache);
  await arrive("as it was");
  await arrive("as it is");
  expect(cache.getQueryData(KEY)).toBe("as it is");
  stop();
});
