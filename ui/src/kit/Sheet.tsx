import { Suspense, lazy, type ComponentProps } from "react";
import type { Worksheet as Whole } from "./Worksheet";

const Worksheet = lazy(async () => ({ default: (await import("./Worksheet")).Worksheet }));

/** A worksheet that is fetched when it is first opened. */
export function Sheet(props: ComponentProps<typeof Whole>) {
  return props.open ? (
    <Suspense>
      <Worksheet {...props} />
    </Suspense>
  ) : null;
}
