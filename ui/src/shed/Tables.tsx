import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { answer, api, from, type Schemas } from "../api/client";
import { keys, useShops } from "../api/queries";
import { renew, show } from "../api/show";
import { Trouble } from "../kit/Trouble";
import { base64 } from "./base64";
import type { useShedChange } from "./useShedChange";

/** The shed as a table, out and in; the prices of other shops. */
export function Tables({ shed }: { shed: ReturnType<typeof useShedChange> }) {
  return (
    <section className="mt-8 grid gap-8 md:grid-cols-2">
      <div>
        <h2>As a table</h2>
        <p className="mt-1 flex flex-wrap gap-4">
          <a className="line-button" href="/api/things/table.csv" download>
            Out as CSV
          </a>
          <a className="line-button" href="/api/things/table.xlsx" download>
            Out as XLSX
          </a>
          <Picked label="In from CSV or XLSX" onFile={async (file) => shed.read(await base64(file))} />
        </p>
        <p className="mt-2 max-w-prose text-sm text-pencil">A table needs the columns sort, key and count; take one out to see how they are filled. Where one cell is wrong its row and column are told, and nothing is kept.</p>
      </div>
      <Shops />
    </section>
  );
}

function Shops() {
  const cache = useQueryClient();
  const shops = useShops();
  const [name, setName] = useState("");
  const keep = useMutation({
    mutationFn: async (file: File) => answer(api.POST("/api/shops", { body: { name, file: await base64(file) } })),
    onSuccess: (kept) => {
      show(cache, keys.shops, kept.shops);
      void renew(cache, ["bill"]);
    },
  });
  const own = useMutation({
    mutationFn: ({ shop, own: paid }: { shop: Schemas["ShopOut"]; own: boolean }) =>
      answer(api.PUT("/api/shops/{shop_id}/own", { params: { path: { shop_id: shop.id }, header: from(shop.revision) }, body: { own: paid } })),
    onSuccess: (kept) => {
      show(cache, keys.shops, kept.shops);
      void renew(cache, ["bill"]);
    },
  });
  return (
    <div>
      <h2>What shops ask</h2>
      <ul className="mt-1">
        {shops.data?.map((one) => (
          <li key={one.id}>
            <b className="font-slab">{one.name}</b>, {one.prices} prices of {one.dated}{" "}
            <label className="ml-3 text-sm">
              <input type="checkbox" className="accent-grass" checked={one.own} onChange={(event) => own.mutate({ shop: one, own: event.target.checked })} /> what we pay
            </label>
          </li>
        ))}
      </ul>
      <p className="mt-1 flex flex-wrap items-baseline gap-4">
        <label className="flex items-baseline gap-2">
          <span className="text-sm">Shop</span>
          <input className="entry font-semibold" value={name} onChange={(event) => setName(event.target.value)} />
        </label>
        <Picked label="Its prices from CSV or XLSX" disabled={!name.trim()} onFile={(file) => keep.mutate(file)} />
      </p>
      <Trouble problem={keep.error ?? own.error} />
      <p className="mt-2 max-w-prose text-sm text-pencil">Take a pen’s shopping list out from its Build page, have the shop fill in its prices, read it here; tick the one whose prices you pay. What it lacks goes by the example prices of the catalogue.</p>
    </div>
  );
}

function Picked({ label, disabled = false, onFile }: { label: string; disabled?: boolean; onFile: (file: File) => void }) {
  const id = useId();
  return (
    <>
      <input
        id={id}
        type="file"
        accept=".csv,.xlsx,text/csv"
        className="peer sr-only"
        disabled={disabled}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) onFile(file);
          event.target.value = "";
        }}
      />
      <label htmlFor={id} className={`line-button peer-focus-visible:outline-3 ${disabled ? "text-pencil opacity-60" : "cursor-pointer"}`}>
        {label}
      </label>
    </>
  );
}
