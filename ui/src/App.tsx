import { lazy, type ComponentType } from "react";
import { NavLink, Navigate, Route, Routes, useLocation } from "react-router";
import { useStoreAway } from "./api/patience";
import { Shortcuts } from "./kit/Shortcuts";
import { Patterns } from "./drawing/Patterns";
import { Part } from "./kit/Part";
import { useUnits } from "./kit/units";
import { useTitle } from "./kit/useTitle";

const page = <K extends string>(load: () => Promise<Record<K, ComponentType>>, name: K) => lazy(async () => ({ default: (await load())[name] }));

const PensPage = page(() => import("./pens/PensPage"), "PensPage");
const BenchPage = page(() => import("./pens/BenchPage"), "BenchPage");
const BalancePage = page(() => import("./balance/BalancePage"), "BalancePage");
const ComparePage = page(() => import("./versions/ComparePage"), "ComparePage");
const FlocksPage = page(() => import("./flocks/FlocksPage"), "FlocksPage");
const BuildPage = page(() => import("./build/BuildPage"), "BuildPage");
const BatchPage = page(() => import("./build/BatchPage"), "BatchPage");
const MakingPage = page(() => import("./making/MakingPage"), "MakingPage");
const ShedPage = page(() => import("./shed/ShedPage"), "ShedPage");
const GroundPage = page(() => import("./ground/GroundPage"), "GroundPage");
const FarmPage = page(() => import("./farm/FarmPage"), "FarmPage");
const CataloguePage = page(() => import("./catalogue/CataloguePage"), "CataloguePage");
const CarePage = page(() => import("./care/CarePage"), "CarePage");

const PARTS = [
  ["/flocks", "Flocks"],
  ["/pens", "Pens"],
  ["/shed", "Shed"],
  ["/build", "Build"],
  ["/ground", "Ground"],
  ["/farm", "Farm"],
  ["/catalogue", "Catalogue"],
] as const;

function UnitSwitch() {
  const { system, setSystem } = useUnits();
  const other = system === "metric" ? "imperial" : "metric";
  return (
    <button
      type="button"
      className="border border-ink px-2 py-0.5 text-sm"
      onClick={() => setSystem(other)}
    >
      <span className="sr-only">Units, now {system === "metric" ? "metric" : "imperial"}; switch: </span>
      <span className={system === "imperial" ? "font-semibold underline decoration-2" : "text-pencil"}>ft · lb</span>
      <span> / </span>
      <span className={system === "metric" ? "font-semibold underline decoration-2" : "text-pencil"}>m · kg</span>
    </button>
  );
}

export function App() {
  const { pathname } = useLocation();
  useTitle(PARTS.find(([to]) => pathname.startsWith(to))?.[1] ?? "");
  return (
    <div className="mx-auto flex min-h-screen max-w-[1560px] flex-col px-5 pb-4">
      <header className="flex flex-wrap items-center gap-x-6 gap-y-1 pt-3">
        <NavLink to="/pens" className="flex items-center gap-2" aria-label="Ergamot, to the pens">
          <img src="/mark.svg" alt="" className="h-8 w-8" />
          <span className="font-slab text-xl font-bold">Ergamot</span>
        </NavLink>
        <nav aria-label="Parts" className="ml-auto flex flex-wrap gap-x-5">
          {PARTS.map(([to, label]) => (
            <NavLink
              key={to}
              to={to}
              className={({ isActive }) =>
                `font-slab py-1 text-[17px] font-bold ${isActive ? "border-b-4 border-grass" : "border-b-4 border-transparent hover:border-rule"}`
              }
            >
              {label}
            </NavLink>
          ))}
        </nav>
        <UnitSwitch />
        <Shortcuts parts={PARTS} />
      </header>
      {useStoreAway() ? (
        <p role="status" className="mt-2 border-l-4 border-tape bg-tape/25 px-3 py-1">
          The farm’s store is away for a moment. What you see is still good; it is asked again every second.
        </p>
      ) : null}
      <Patterns />
      <main className="flex-1">
        <Routes>
          <Route path="/" element={<Navigate to="/pens" replace />} />
          <Route path="/flocks" element={<Part key="FlocksPage" name="the flocks"><FlocksPage /></Part>} />
          <Route path="/pens" element={<Part key="PensPage" name="the pens"><PensPage /></Part>} />
          <Route path="/pens/:id" element={<Part key="BenchPage" name="the bench"><BenchPage /></Part>} />
          <Route path="/balance" element={<Part key="BalancePage" name="the balance"><BalancePage /></Part>} />
          <Route path="/compare" element={<Part key="ComparePage" name="the comparison"><ComparePage /></Part>} />
          <Route path="/build" element={<Part key="BuildPage" name="the build"><BuildPage /></Part>} />
          <Route path="/shed" element={<Part key="ShedPage" name="the shed"><ShedPage /></Part>} />
          <Route path="/build/batch" element={<Part key="BatchPage" name="the batch"><BatchPage /></Part>} />
          <Route path="/build/:id/steps" element={<Part key="MakingPage" name="the steps"><MakingPage /></Part>} />
          <Route path="/build/:id" element={<Part key="BuildPage" name="the build"><BuildPage /></Part>} />
          <Route path="/ground" element={<Part key="GroundPage" name="the ground"><GroundPage /></Part>} />
          <Route path="/ground/:id" element={<Part key="GroundPage" name="the ground"><GroundPage /></Part>} />
          <Route path="/farm" element={<Part key="FarmPage" name="the farm"><FarmPage /></Part>} />
          <Route path="/catalogue" element={<Part key="CataloguePage" name="the catalogue"><CataloguePage /></Part>} />
          <Route path="/catalogue/:table" element={<Part key="CataloguePage" name="the catalogue"><CataloguePage /></Part>} />
          <Route path="/care" element={<Part key="CarePage" name="what to take care of"><CarePage /></Part>} />
          <Route path="*" element={<p className="mt-10">There is no page here. Use the words above to go on.</p>} />
        </Routes>
      </main>
    </div>
  );
}
