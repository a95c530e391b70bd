/** The marks round a map: where one comes in, which way is north, where the wind comes from, how long ten metres are. */

export function Gate({ at: [x, y] }: { at: [number, number] }) {
  return (
    <g transform={`translate(${x} ${y})`} pointerEvents="none" aria-label="gate">
      <path d="M-9 7V-7M9 7V-7M-9 -4H9M-9 1H9M-9 -4L9 5" stroke="var(--color-ink)" strokeWidth={1.6} fill="none" />
    </g>
  );
}

/** Which way is north: the lanes run on their heading, drawn to the right. */
export function North({ heading, x, y }: { heading: number; x: number; y: number }) {
  return (
    <g transform={`translate(${x} ${y}) rotate(${90 - heading})`} aria-label={`north, the lanes run on ${Math.round(heading)}°`}>
      <path d="M0 26V-22M-7 -10L0 -24L7 -10" stroke="var(--color-ink)" strokeWidth={1.6} fill="none" />
      <text y={-29} textAnchor="middle" fontSize={16} fontFamily="var(--font-slab)" fontWeight={700} transform={`rotate(${heading - 90} 0 -34)`}>
        N
      </text>
    </g>
  );
}

/** Where the wind mostly comes from: three lines with their heads the way it goes. */
export function Wind({ from, heading, x, y }: { from: number; heading: number; x: number; y: number }) {
  return (
    <g transform={`translate(${x} ${y})`} aria-label={`the wind, mostly from ${Math.round(from)}°`}>
      <g transform={`rotate(${from + 180 + 90 - heading})`} stroke="var(--color-pencil)" strokeWidth={1.6} fill="none">
        <path d="M-9 20Q-5 8 -9 -4T-9 -18M-13 -12L-9 -20L-4 -13M5 24Q9 12 5 0T5 -14M1 -8L5 -16L10 -9" />
      </g>
      <text y={44} textAnchor="middle" fontSize={14} fill="var(--color-pencil)">
        wind
      </text>
    </g>
  );
}

export function Scale({ metres, px, y, most }: { metres: number; px: number; y: number; most: number }) {
  const length = Math.min(px, most);
  return (
    <g transform={`translate(20 ${y})`} fontSize={14}>
      <path d={`M0 -5V0H${length}V-5M${length / 2} -3V0`} fill="none" stroke="var(--color-ink)" strokeWidth={1.4} />
      <text x={length + 8} y={3}>{`${Math.round((length / px) * metres)} m · ${Math.round((length / px) * metres * 3.2808)} ft`}</text>
    </g>
  );
}
