import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, from, type Schemas } from "../api/client";
import { keys, useShops } from "../api/queries";
import { renew, show } from "../api/show";
import { AwayList } from "../away/AwayList";
import { PutAway } from "../away/PutAway";
import { Entry } from "../kit/Entry";
import { Trouble } from "../kit/Trouble";
import { Picked } from "./Picked";
import { base64 } from "./base64";

type Shop = Schemas["ShopOut"];

const at = (shop: Shop) => ({ params: { path: { shop_id: shop.id }, header: from(shop.revision) } });

/** The shops whose prices were read: named, ticked as what the farm pays, put away. */
export function Shops() {
  const cache = useQueryClient();
  const shops = useShops();
  const [name, setName] = useState("");
  const kept = (now: Schemas["ShopsOut"]) => {
    show(cache, keys.shops, now.shops);
    void renew(cache, ["bill"]);
  };
  const keep = useMutation({
    mutationFn: async (file: File) => answer(api.POST("/api/shops", { body: { name, file: await base64(file) } })),
    onSuccess: kept,
  });
  const own = useMutation({
    mutationFn: ({ shop, own: paid }: { shop: Shop; own: boolean }) => answer(api.PUT("/api/shops/{shop_id}/own", { ...at(shop), body: { own: paid } })),
    onSuccess: kept,
  });
  const rename = useMutation({
    mutationFn: ({ shop, called }: { shop: Shop; called: string }) => answer(api.PUT("/api/shops/{shop_id}/name", { ...at(shop), body: { name: called } })),
    onSuccess: kept,
  });
  return (
    <div>
      <h2>What shops ask</h2>
      <ul className="mt-1">
        {shops.data?.map((one) => (
          <li key={one.id} className="flex flex-wrap items-baseline gap-x-3">
            <div className="w-full max-w-96">
              <Entry quiet label={`Name of the shop ${one.name}`} value={one.name} error={rename.variables?.shop.id === one.id ? rename.error?.message : undefined} onKeep={(called) => rename.mutate({ shop: one, called })} />
            </div>
            <span>
              {one.prices} {one.prices === 1 ? "price" : "prices"} of {one.dated}
            </span>
            <label className="text-sm">
              <input type="checkbox" className="accent-grass" checked={one.own} onChange={(event) => own.mutate({ shop: one, own: event.target.checked })} /> what we pay
            </label>
            <PutAway kind="shop" id={one.id} revision={one.revision} name={one.name} />
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
      <AwayList kind="shop" />
    </div>
  );
}
