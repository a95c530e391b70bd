/** Hatches of every drawing, once on the page: mesh, net, corrugation, board, grass, waste, the grain of a sawn board. */
export function Patterns() {
  const ink = "var(--color-ink)";
  return (
    <svg width="0" height="0" className="absolute" aria-hidden>
      <defs>
        <pattern id="mesh" width="5" height="5" patternUnits="userSpaceOnUse">
          <path d="M0 0H5M0 0V5" stroke={ink} strokeWidth="0.45" opacity="0.55" />
        </pattern>
        <pattern id="net" width="12" height="10" patternUnits="userSpaceOnUse">
          <path d="M0 0l3 5h6l3 -5M3 5l-3 5M9 5l3 5" stroke={ink} strokeWidth="0.45" fill="none" opacity="0.5" />
        </pattern>
        <pattern id="corrugated" width="8" height="8" patternUnits="userSpaceOnUse">
          <path d="M0 2H8M0 6H8" stroke={ink} strokeWidth="0.4" opacity="0.45" />
        </pattern>
        <pattern id="board" width="60" height="14" patternUnits="userSpaceOnUse">
          <path d="M0 4c15 -3 30 3 60 0M0 10c20 3 40 -2 60 0" stroke="var(--color-grain)" strokeWidth="0.8" fill="none" />
        </pattern>
        <pattern id="waste" width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 6L6 0" stroke={ink} strokeWidth="0.7" opacity="0.5" />
        </pattern>
        <pattern id="board-grain" width="80" height="15" patternUnits="userSpaceOnUse">
          <path d="M0 5c20 -3 50 3 80 0M0 11c20 3 50 -3 80 0" stroke="var(--color-grain)" strokeWidth="0.8" fill="none" />
        </pattern>
        <pattern id="grass" width="46" height="30" patternUnits="userSpaceOnUse">
          <path
            d="M6 12l1 -6M8 12l3 -5M30 26l-1 -6M33 26l3 -5M22 8l1 -5"
            stroke="var(--color-grass)"
            strokeWidth="0.9"
            opacity="0.5"
          />
        </pattern>
      </defs>
    </svg>
  );
}
