import { useRef, type KeyboardEvent, type PointerEvent } from "react";
import { useSlide } from "./useDrag";

const WIDTH = 380;
const STEP = 0.05;

interface Props {
  label: string;
  value: number;
  spoken: string;
  onTry: (share: number) => void;
  onKeep: (share: number) => void;
  onDrop: () => void;
}

/** How much of the pen is roofed: a strip of the pen from above, the roof drawn over it like a blind. */
export function RoofBoard({ label, value, spoken, onTry, onKeep, onDrop }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const at = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return value;
    const share = ((event.clientX - box.left) / box.width) * (WIDTH / (WIDTH - 16)) - 8 / (WIDTH - 16);
    return Math.round(Math.min(1, Math.max(0, share)) / STEP) * STEP;
  };
  const drag = useSlide({ at, onTry, onKeep, onDrop });
  const key = (event: KeyboardEvent) => {
    const step = { ArrowRight: STEP, ArrowUp: STEP, ArrowLeft: -STEP, ArrowDown: -STEP }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    onKeep(Math.min(1, Math.max(0, Math.round((value + step) / STEP) * STEP)));
  };
  const edge = 8 + value * (WIDTH - 16);
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${WIDTH} 44`}
      className="block w-full cursor-ew-resize touch-pan-y select-none"
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={1}
      aria-valuenow={value}
      aria-valuetext={spoken}
      {...drag}
      onKeyDown={key}
    >
      <rect x={8} y={3} width={WIDTH - 16} height={28} fill="url(#mesh)" stroke="var(--color-ink)" strokeWidth={1.6} />
      <rect x={8} y={3} width={Math.max(0, edge - 8)} height={28} fill="var(--color-tin)" stroke="var(--color-ink)" strokeWidth={1.6} />
      {Array.from({ length: Math.floor((edge - 12) / 9) }, (_, i) => (
        <line key={i} x1={14 + i * 9} x2={14 + i * 9} y1={5} y2={29} stroke="var(--color-pencil)" strokeWidth={0.7} />
      ))}
      <rect x={edge - 5} y={0} width={10} height={35} fill="var(--color-wood)" stroke="var(--color-ink)" strokeWidth={1.6} />
      <text x={8} y={43} fontSize={11.5} fill="var(--color-pencil)">rear</text>
      <text x={WIDTH - 8} y={43} fontSize={11.5} textAnchor="end" fill="var(--color-pencil)">front</text>
    </svg>
  );
}
