import { useId, useState } from "react";
import { isBare, unitOf, withUnit } from "./bare";

interface Props {
  label: string;
  value: string;
  type?: "text" | "date" | "number";
  hint?: string;
  error?: string | undefined;
  slim?: boolean;
  /** Named for those who hear the screen only: a table's head names it for the rest. */
  quiet?: boolean;
  /** What a bare figure is in, where what is shown does not say. */
  unit?: string;
  onKeep: (text: string) => void;
}

/** A field that keeps what is typed when it is left or Enter is pressed; Escape takes it back.
 *  A refused value stays as typed, with the reason under it. A bare figure has the unit shown in the box. */
export function Entry({ label, value, type = "text", hint, error, slim = false, quiet = false, unit: given, onKeep }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const id = useId();
  const unit = given ?? (type === "text" ? unitOf(value) : null);
  const leave = () => {
    if (typed === null) return;
    const whole = withUnit(typed, unit);
    if (whole === value) setTyped(null);
    else onKeep(whole);
  };
  const [before, setBefore] = useState(value);
  if (before !== value) {
    setBefore(value);
    setTyped(null);
  }
  return (
    <div className={slim ? "flex items-baseline gap-2" : ""}>
      <label htmlFor={id} className={quiet ? "sr-only" : "block text-sm"}>
        {label}
      </label>
      <span className={slim ? "relative" : "relative block"}>
        <input
          id={id}
          type={type}
          className={`entry font-semibold ${slim ? "w-32 text-right max-md:w-24" : "w-full"}`}
          value={typed ?? value}
          aria-invalid={error ? true : undefined}
          aria-describedby={error ? `${id}-error` : undefined}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={leave}
          onKeyDown={(event) => {
            if (event.key === "Enter") leave();
            if (event.key === "Escape") setTyped(null);
          }}
        />
        {unit && typed !== null && isBare(typed) ? (
          <span aria-hidden className={`pointer-events-none absolute top-1/2 -translate-y-1/2 text-pencil ${slim ? "left-2" : "right-2"}`}>
            {unit}
          </span>
        ) : null}
      </span>
      {hint && !error ? <p className="text-sm text-pencil">{hint}</p> : null}
      {error && !slim ? (
        <p id={`${id}-error`} role="alert" className="text-sm text-clay">
          {error}
        </p>
      ) : null}
    </div>
  );
}
