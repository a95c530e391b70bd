import type { Bill } from "../api/client";
import { Heads } from "../kit/Heads";
import { useUnits } from "../kit/units";

const AROUND = 8; // mm of paper round a stick

/** Sticks to notch for half-lapped corners: each from its side, its upper edge up, and where every notch is. */
export function Laps({ lapped }: { lapped: Bill["lapped"] }) {
  return (
    <section className="mt-6" aria-label="Half-laps">
      <h2>Half-laps</h2>
      <p className="max-w-prose text-sm text-pencil">
        Each stick from its side, its upper edge up. Saw the shoulders half through, chisel the waste, and try each corner before the
        next is cut.
      </p>
      {lapped.map((one) => (
        <Stick key={one.label} one={one} />
      ))}
    </section>
  );
}

function Stick({ one }: { one: Bill["lapped"][number] }) {
  const { read } = useUnits();
  const titled = `laps-${one.label}`;
  const us = one.outline.map(([u]) => u ?? 0);
  const vs = one.outline.map(([, v]) => -(v ?? 0));
  const [left, top] = [Math.min(...us) - AROUND, Math.min(...vs) - AROUND];
  const [wide, tall] = [Math.max(...us) + AROUND - left, Math.max(...vs) + AROUND - top];
  return (
    <div className="mt-3 max-w-3xl">
      <p id={titled}>
        <span className="figure">{one.label}</span>, {one.count} of {one.role}, {read(one.length)} long
      </p>
      <svg viewBox={`${left} ${top} ${wide} ${tall}`} className="mt-1 w-full" role="img" aria-label={`${one.label} from its side, its notches cut`}>
        <polygon points={one.outline.map(([u, v]) => `${u ?? 0},${-(v ?? 0)}`).join(" ")} className="fill-paper stroke-ink" strokeWidth={3} />
      </svg>
      <table aria-labelledby={titled} className="text-right">
        <Heads of={["notch", ">from one end", ">to", ">deep", ">in its side"]} />
        <tbody>
          {one.notches.map((notch, i) => (
            <tr key={i} className="border-b border-rule">
              <td className="py-1 pr-3 text-left">{i + 1}</td>
              <td className="py-1 pr-3 whitespace-nowrap">{read(notch.start)}</td>
              <td className="py-1 pr-3 whitespace-nowrap">{read(notch.end)}</td>
              <td className="figure py-1 pr-3 whitespace-nowrap">{read(notch.deep)}</td>
              <td className="py-1">{notch.upper ? "upper" : "lower"}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
