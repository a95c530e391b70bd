import { NavLink, Navigate, Route, Routes } from "react-router";
import { useStoreAway } from "./api/patience";
import { BuildPage } from "./build/BuildPage";
import { CataloguePage } from "./catalogue/CataloguePage";
import { FarmPage } from "./farm/FarmPage";
import { FlocksPage } from "./flocks/FlocksPage";
import { GroundPage } from "./ground/GroundPage";
import { Shortcuts } from "./kit/Shortcuts";
import { useUnits } from "./kit/units";
import { BenchPage } from "./pens/BenchPage";
import { PensPage } from "./pens/PensPage";
import { ComparePage } from "./versions/ComparePage";

const PARTS = [
  ["/flocks", "Flocks"],
  ["/pens", "Pens"],
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
      <main className="flex-1">
        <Routes>
          <Route path="/" element={<Navigate to="/pens" replace />} />
          <Route path="/flocks" element={<FlocksPage />} />
          <Route path="/pens" element={<PensPage />} />
          <Route path="/pens/:id" element={<BenchPage />} />
          <Route path="/compare" element={<ComparePage />} />
          <Route path="/build" element={<BuildPage />} />
          <Route path="/build/:id" element={<BuildPage />} />
          <Route path="/ground" element={<GroundPage />} />
          <Route path="/ground/:id" element={<GroundPage />} />
          <Route path="/farm" element={<FarmPage />} />
          <Route path="/catalogue" element={<CataloguePage />} />
          <Route path="/catalogue/:table" element={<CataloguePage />} />
          <Route path="*" element={<p className="mt-10">There is no page here. Use the words above to go on.</p>} />
        </Routes>
      </main>
    </div>
  );
}
