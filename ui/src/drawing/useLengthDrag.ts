/** Pulling a length on a drawing: it rests on stock lengths, stops at its limits, Escape lets go. */
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Bench, Schemas } from "../api/client";
import { nudge, rest } from "../kit/tape";
import { useUnits } from "../kit/units";

type Values = Record<string, string | number>;
export type Parameter = Schemas["ParameterOut"];

/** What a drawing needs to let its lengths be pulled: limits by name, and what to do with a value. */
export interface Pulling {
  parameters: Parameter[];
  live: boolean; // what is shown is being tried
  refused: string; // why what was last tried cannot be
  onTry: (values: Values) => void;
  onKeep: (values: Values) => void;
  onDrop: () => void;
}

const LEAST_PX = 0.004; // a mm that moves less on the screen runs towards the eye and cannot be pulled

interface Held {
  name: string;
  start: [number, number];
  from: number;
  at: number;
  perMm: [number, number]; // px on the screen for one mm along
  gives: number; // to the value, for one mm
}

export function useLengthDrag(bench: Bench, { parameters, onTry, onKeep, onDrop }: Pulling) {
  const { system } = useUnits();
  const held = useRef<Held | null>(null);
  const [pulled, setPulled] = useState<string | null>(null);
  const [stopped, setStopped] = useState("");

  useEffect(() => {
    if (!pulled) return;
    const letGo = (event: globalThis.KeyboardEvent) => {
      if (event.key !== "Escape") return;
      held.current = null;
      setPulled(null);
      setStopped("");
      onDrop();
    };
    window.addEventListener("keydown", letGo);
    return () => window.removeEventListener("keydown", letGo);
  }, [pulled, onDrop]);

  const limits = (name: string) => parameters.find((one) => one.name === name);
  const value = (name: string) => Number(bench.values[name]?.value ?? 0);
  const settle = (name: string, to: number) => {
    const one = limits(name);
    if (!one) return to;
    if (one.kind !== "length") return Math.min(one.high, Math.max(one.low, to));
    return rest(to, one.low, one.high, bench.values[name]?.stops ?? [], system);
  };

  /** Handlers of a grip that moves `perMm` (px on the screen) for a mm, each giving so much to the value. */
  const grip = (name: string, perMm: [number, number], gives: number) => {
    const one = limits(name);
    if (!one || (one.kind !== "length" && one.kind !== "share")) return null;
    const square = perMm[0] ** 2 + perMm[1] ** 2;
    return {
      onPointerDown: (event: PointerEvent<Element>) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        held.current = { name, start: [event.clientX, event.clientY], from: value(name), at: value(name), perMm, gives };
        setPulled(name);
      },
      onPointerMove: (event: PointerEvent<Element>) => {
        const now = held.current;
        if (!now || square < LEAST_PX ** 2) return;
        const moved = [event.clientX - now.start[0], event.clientY - now.start[1]] as const;
        const more = (moved[0] * now.perMm[0] + moved[1] * now.perMm[1]) / square;
        const wanted = now.from + more * now.gives;
        const to = settle(name, wanted);
        setStopped(wanted > one.high ? `${one.label}: this is the most it can be` : wanted < one.low ? `${one.label}: this is the least it can be` : "");
        if (to === now.at) return;
        now.at = to;
        onTry({ [name]: to });
      },
      onPointerUp: () => {
        const now = held.current;
        held.current = null;
        setPulled(null);
        setStopped("");
        if (now && now.at !== now.from) onKeep({ [name]: now.at });
        else if (now) onDrop();
      },
      onKeyDown: (event: KeyboardEvent<Element>) => {
        const step = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
        if (step === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        const by = one.kind === "share" ? 0.05 : nudge(system) * (event.shiftKey ? 4 : 1);
        onKeep({ [name]: Math.min(one.high, Math.max(one.low, value(name) + step * by)) });
      },
    };
  };
  return { grip, pulled, stopped };
}
