import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render } from "@testing-library/react";
import type { ReactNode } from "react";
import { MemoryRouter } from "react-router";
import { App } from "../App";
import { UnitsProvider } from "../kit/units";

/** What every page stands in: a cache that asks once, and units. */
export function Standing({ children }: { children: ReactNode }) {
  const cache = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return (
    <QueryClientProvider client={cache}>
      <UnitsProvider>{children}</UnitsProvider>
    </QueryClientProvider>
  );
}

/** The whole app, opened at an address. */
export function openApp(path: string) {
  return render(
    <Standing>
      <MemoryRouter initialEntries={[path]}>
        <App />
      </MemoryRouter>
    </Standing>,
  );
}
