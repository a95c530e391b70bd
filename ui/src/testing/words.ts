import type { Words } from "../api/client";

/** Words as the server sends them, the same in both systems unless told otherwise. */
export function words(metric: string, imperial = metric): Words {
  return { metric, imperial };
}
