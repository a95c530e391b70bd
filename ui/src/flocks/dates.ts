/** Days on the calendar as plain text (2026-04-22), free of time zones. */

export function addDays(day: string, count: number): string {
  const at = new Date(`${day}T00:00:00Z`);
  if (Number.isNaN(at.getTime())) return "";
  at.setUTCDate(at.getUTCDate() + count);
  return at.toISOString().slice(0, 10);
}

/** 22 April, as people say it. */
export function sayDay(day: string, weekday = false): string {
  return new Date(`${day}T00:00:00Z`).toLocaleDateString("en-GB", {
    timeZone: "UTC",
    day: "numeric",
    month: "long",
    ...(weekday ? { weekday: "short" } : {}),
  });
}
