import type { Schemas } from "../api/client";
import { useUnits } from "../kit/units";

/** What the pen asks for once it stands, by when. */
export function Upkeep({ looks }: { looks: Schemas["LookOut"][] }) {
  const { read } = useUnits();
  const times = [...new Set(looks.map((one) => one.when))];
  return (
    <section aria-label="Upkeep" className="mt-8">
      <h2>Once it stands</h2>
      <div className="mt-2 gap-x-10 md:columns-2">
        {times.map((when) => (
          <div key={when} className="mb-4 break-inside-avoid">
            <h3>{when}</h3>
            <ul>
              {looks
                .filter((one) => one.when === when)
                .map((one) => (
                  <li key={one.words.metric} className="border-t border-rule/60 py-1">
                    {read(one.words)}.{one.due ? <span className="text-pencil"> Due by {one.due}.</span> : null}
                  </li>
                ))}
            </ul>
          </div>
        ))}
      </div>
    </section>
  );
}
