import { useQuery } from "@tanstack/react-query";
import { answer, api } from "../api/client";
import { keys } from "../api/queries";
import { Trouble, Waiting } from "../kit/Trouble";

/** Every caution there is, by the work it belongs to: what was said once is found again here. */
export function CarePage() {
  const cares = useQuery({ queryKey: keys.care, queryFn: () => answer(api.GET("/api/care")) });
  if (cares.error) return <Trouble problem={cares.error} />;
  if (!cares.data) return <Waiting what="Looking for what to take care of" />;
  return (
    <div className="pt-4">
      <h1>Take care</h1>
      <p className="max-w-prose text-pencil">
        Local codes and whoever is licensed for the work come first. Where someone could be hurt, ask them.
      </p>
      <div className="mt-4 gap-x-12 lg:columns-2">
        {cares.data.care.map((one) => (
          <section key={one.where} aria-label={one.where} className="mb-5 break-inside-avoid border-l-4 border-tape pl-3">
            <h2>{one.where}</h2>
            <ul>
              {one.lines.map((line) => (
                <li key={line} className="border-b border-rule/60 py-1">
                  {line}
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </div>
  );
}
