/** What jsdom lacks and our controls ask for. */
import { vi } from "vitest";

if (typeof Element !== "undefined") {
  Element.prototype.setPointerCapture = vi.fn();
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
}
