import { useUnits } from "../kit/units";

const VIEWS = ["corner", "plan", "side", "end"];

/** The pen as files: sheets to print, drawings to scale, solids. */
export function DrawingFiles({ pen }: { pen: number }) {
  const { system } = useUnits();
  const at = (file: string) => `/api/pens/${pen}/${file}`;
  const link = (file: string, words: string, query = "") => (
    <a key={file + query} className="underline underline-offset-4" href={at(file) + query} download>
      {words}
    </a>
  );
  return (
    <details className="no-print">
      <summary className="line-button inline-block cursor-pointer">Drawings as files</summary>
      <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        <dt>Sheets to print (PDF)</dt>
        <dd className="flex gap-4">
          {link("sheets.pdf", "A4", `?paper=a4&units=${system}`)}
          {link("sheets.pdf", "Letter", `?paper=letter&units=${system}`)}
        </dd>
        <dt>To scale (SVG)</dt>
        <dd className="flex gap-4">{VIEWS.map((view) => link(`${view}.svg`, view, `?units=${system}`))}</dd>
        <dt>Full size (DXF)</dt>
        <dd className="flex gap-4">{VIEWS.map((view) => link(`${view}.dxf`, view, `?units=${system}`))}</dd>
        <dt>In the round (glTF)</dt>
        <dd>{link("model.glb", "model")}</dd>
      </dl>
    </details>
  );
}
