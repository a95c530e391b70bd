import { useState } from "react";
import type { Schemas } from "../api/client";
import { Entry } from "../kit/Entry";
import { useUnits } from "../kit/units";
import { Rule } from "../solid/Rule";
import { SwingDrawing } from "./SwingDrawing";

interface Props {
  pen: number;
  swing: Schemas["SwingOut"];
  drilled: string;
  onDrilled: (text: string) => void;
}

/** A swinging wheel in motion, where its holes are, what holes already drilled make of it, and the template to print. */
export function SwingPanel({ pen, swing, drilled, onDrilled }: Props) {
  const { read, system } = useUnits();
  const [at, setAt] = useState(swing.steps.length - 1);
  const step = swing.steps[Math.min(at, swing.steps.length - 1)];
  if (!step) return null;
  const template = (paper: string) => `/api/pens/${pen}/drill-template.pdf?paper=${paper}&units=${system}`;
  const word = step.deg < 0 ? `${Math.round(-step.deg)}° above level` : `${Math.round(step.deg)}° below level`;
  return (
    <section aria-label="Swinging wheel" className="grid gap-x-6 md:grid-cols-[380px_minmax(0,1fr)]">
      <div>
        <SwingDrawing swing={swing} step={step} />
        <Rule label="Throw it over" value={at} most={swing.steps.length - 1} step={1} said={word} onChange={setAt} />
        <p className="text-sm text-pencil">{word}</p>
      </div>
      <div>
        <h3>Swinging wheel</h3>
        <ul>
          {swing.lines.map((line, i) => (
            <li key={i} className="border-b border-rule/60 py-0.5">
              {read(line)}
            </li>
          ))}
        </ul>
        <div className="mt-2 max-w-60">
          <Entry label="A pivot drilled already, above the foot of the rail" value={drilled} unit={system === "imperial" ? "in" : "mm"} onKeep={onDrilled} />
        </div>
        <p aria-live="polite">{swing.drilled ? read(swing.drilled) : ""}</p>
        <p className="mt-2 flex flex-wrap gap-x-4">
          Drilling template, full size:
          <a className="underline underline-offset-4" href={template("a4")} download>A4</a>
          <a className="underline underline-offset-4" href={template("letter")} download>Letter</a>
          <a className="underline underline-offset-4" href={`/api/pens/${pen}/drill-template.dxf`} download>DXF</a>
        </p>
      </div>
    </section>
  );
}
