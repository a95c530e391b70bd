import type { Bench, Schemas } from "../api/client";
import { useLines } from "../api/queries";
import { Trouble } from "../kit/Trouble";
import { SideView } from "./SideView";

type Line = Schemas["LineOut"];

interface Props {
  bench: Bench;
  lit: string | null;
  onPoint: (ref: string | null) => void;
  width: number;
  height: number;
}

const STROKE: Record<string, { colour: string; width: number; dash?: string }> = {
  stick: { colour: "var(--color-ink)", width: 1 },
  sheet: { colour: "var(--color-ink)", width: 1.7 },
  mesh: { colour: "var(--color-grass)", width: 0.9, dash: "3 3" },
  wheel: { colour: "var(--color-ink)", width: 1.2 },
};
const MARGIN = 18;

/** The pen as it stands, in lines: what is behind something is not drawn, and mesh hides nothing.
 * Until that is worked out it is shown from the side. */
export function WholePen({ bench, lit, onPoint, width, height }: Props) {
  const drawn = useLines(bench);
  if (drawn.error) {
    return (
      <foreignObject x={20} y={20} width={width - 40} height={80}>
        <Trouble problem={drawn.error} />
      </foreignObject>
    );
  }
  const lines = drawn.data?.lines ?? [];
  if (lines.length === 0) {
    return (
      <g data-view="meanwhile">
        <SideView bench={bench} name="side" width={width} height={height} />
        <text x={width / 2} y={height - 6} textAnchor="middle" fontSize={13} fill="var(--color-pencil)">
          from the side, until its lines are worked out
        </text>
      </g>
    );
  }
  return (
    <g data-view="whole" role="img" aria-label={`${bench.name} from in front, above and to the right`}>
      <LinePicture lines={lines} width={width} height={height} lit={lit} onPoint={onPoint} />
    </g>
  );
}

/** Lines as large as they go. */
export function LinePicture({ lines, width, height, lit, onPoint }: Omit<Props, "bench"> & { lines: Line[] }) {
  const { at } = fit(lines, width, height);
  return (
    <>
      {lines.map((line, i) => {
        const [x1, y1] = at(line.a);
        const [x2, y2] = at(line.b);
        const look = STROKE[line.kind] ?? { colour: "var(--color-ink)", width: 1 };
        const isLit = lit === line.ref;
        return (
          <g key={i} onMouseEnter={() => onPoint(line.ref)} onMouseLeave={() => onPoint(null)} data-ref={line.ref} data-kind={line.kind}>
            <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="transparent" strokeWidth={8} />
            <line
              x1={x1}
              y1={y1}
              x2={x2}
              y2={y2}
              stroke={isLit ? "var(--color-clay)" : look.colour}
              strokeWidth={isLit ? 3 : look.width}
              strokeDasharray={look.dash}
              strokeLinecap="round"
            />
          </g>
        );
      })}
    </>
  );
}

function fit(lines: Line[], width: number, height: number) {
  const points = lines.flatMap((line) => [line.a, line.b]);
  const [us, vs] = [points.map((p) => p[0]), points.map((p) => p[1])];
  const [left, right, low, high] = [Math.min(...us), Math.max(...us), Math.min(...vs), Math.max(...vs)];
  const scale = Math.min((width - 2 * MARGIN) / (right - left), (height - 2 * MARGIN) / (high - low));
  const x0 = (width - (right - left) * scale) / 2;
  const y0 = (height - (high - low) * scale) / 2;
  return { at: ([u, v]: [number, number]): [number, number] => [x0 + (u - left) * scale, y0 + (high - v) * scale] };
}
