/** Pulling a length on a drawing: it rests on stock lengths, stops at its limits, Escape lets go. */
import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Bench, Schemas } from "../api/client";
import { nudge, rest } from "../kit/tape";
import { useDrag } from "../kit/useDrag";
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

/** What an arrow key adds, by kind; a length's is the tape's own small step. */
const NUDGES: Record<string, number> = { length: 1, share: 0.05, angle: 1 };

interface Held {
  name: string;
  start: [number, number];
  from: number;
  at: number;
  perMm: [number, number]; // px on the screen for one mm along
  gives: number; // to the value, for one mm
}

/** Hands on a drawing: grips to give its places, what is being pulled, and why it stopped. */
export type Hands = ReturnType<typeof useLengthDrag>;

export function useLengthDrag(bench: Bench, pulling: Pulling) {
  const { parameters, onTry, onKeep, onDrop } = pulling;
  const { system } = useUnits();
  const next = useRef<Held | null>(null); // of the grip that is pressed
  const [pulled, setPulled] = useState<string | null>(null);
  const [stopped, setStopped] = useState("");

  const limits = (name: string) => parameters.find((one) => one.name === name);
  const value = (name: string) => Number(bench.values[name]?.value ?? 0);
  const settle = (name: string, to: number) => {
    const one = limits(name);
    if (!one) return to;
    if (one.kind === "angle") return Math.min(one.high, Math.max(one.low, Math.round(to * 2) / 2));
    if (one.kind !== "length") return Math.min(one.high, Math.max(one.low, to));
    return rest(to, one.low, one.high, bench.values[name]?.stops ?? [], system);
  };

  const over = () => {
    setPulled(null);
    setStopped("");
  };
  const drag = useDrag<Held>({
    start: () => {
      setPulled(next.current?.name ?? null);
      return next.current;
    },
    move: (now, event) => {
      const one = limits(now.name);
      const square = now.perMm[0] ** 2 + now.perMm[1] ** 2;
      if (!one || square < LEAST_PX ** 2) return;
      const moved = [event.clientX - now.start[0], event.clientY - now.start[1]] as const;
      const more = (moved[0] * now.perMm[0] + moved[1] * now.perMm[1]) / square;
      const wanted = now.from + more * now.gives;
      const to = settle(now.name, wanted);
      setStopped(wanted > one.high ? `${one.label}: this is the most it can be` : wanted < one.low ? `${one.label}: this is the least it can be` : "");
      if (to === now.at) return;
      now.at = to;
      onTry({ [now.name]: to });
    },
    end: (now) => {
      over();
      if (now.at !== now.from) onKeep({ [now.name]: now.at });
      else onDrop();
    },
    drop: () => {
      over();
      onDrop();
    },
  });

  /** Handlers of a grip that moves `perMm` (px on the screen) for a mm, each giving so much to the value. */
  const grip = (name: string, perMm: [number, number], gives: number) => {
    const one = limits(name);
    if (!one || !NUDGES[one.kind]) return null;
    return {
      ...drag,
      onPointerDown: (event: PointerEvent<Element>) => {
        event.stopPropagation();
        next.current = { name, start: [event.clientX, event.clientY], from: value(name), at: value(name), perMm: onScreen(event.currentTarget, perMm), gives };
        drag.onPointerDown(event);
      },
      onKeyDown: (event: KeyboardEvent<Element>) => {
        const step = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
        if (step === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        const by = (NUDGES[one.kind] ?? 1) * (one.kind === "length" ? nudge(system) : 1) * (event.shiftKey ? 4 : 1);
        onKeep({ [name]: Math.min(one.high, Math.max(one.low, value(name) + step * by)) });
      },
    };
  };
  return { pulling, grip, pulled, said: stopped || pulling.refused };
}

/** A way on the drawing as pixels of the screen: a drawing may be shown larger or smaller than it is set out. */
function onScreen(element: Element, [u, v]: [number, number]): [number, number] {
  const scale = element instanceof SVGGraphicsElement && element.ownerSVGElement?.getScreenCTM ? (element.ownerSVGElement.getScreenCTM()?.a ?? 1) : 1;
  return [u * scale, v * scale];
}
