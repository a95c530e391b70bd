/** A mark of one's own for something that is to be done once, however often it is sent. */
export const mark = (): string => Array.from(crypto.getRandomValues(new Uint8Array(12)), (byte) => byte.toString(16).padStart(2, "0")).join("");

/** The head that carries it. */
export const MARKED = "Idempotency-Key";
