/** What jsdom lacks and our controls ask for; and patience for a loaded machine. */
import { configure } from "@testing-library/react";
import { vi } from "vitest";

if (typeof Element !== "undefined") {
  Element.prototype.setPointerCapture = vi.fn();
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
}

configure({ asyncUtilTimeout: 20_000 });
