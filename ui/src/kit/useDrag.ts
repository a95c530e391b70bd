/** Pulling something with a pointer, the one way it is done everywhere: it ends where it is let go; cancelled, it leaves nothing behind. */
import { useEffect, useRef, type PointerEvent } from "react";

const SLOP_PX = 6; // a finger that moved less has not begun to pull

export interface Pull<T> {
  /** What is held from now on; null where nothing is. */
  start: (event: PointerEvent<Element>) => T | null;
  move: (held: T, event: PointerEvent<Element>) => void;
  end: (held: T) => void;
  /** It is let go without having been: Escape, a pointer that is lost, a swipe that scrolls the page. */
  drop: (held: T) => void;
  /** Only sideways: a finger that goes up or down scrolls the page. */
  sideways?: boolean;
  /** It moves to where it is pressed at once. */
  jumps?: boolean;
}

interface Held<T> {
  what: T;
  pointer: number;
  from: [number, number];
  begun: boolean;
}

/** A pull along a band: what it is at is tried as it goes, kept where it ends. */
export function useSlide<V>({ at, onTry, onKeep, onDrop }: { at: (event: PointerEvent<Element>) => V; onTry: (value: V) => void; onKeep: (value: V) => void; onDrop: () => void }) {
  return useDrag<{ at?: V }>({
    sideways: true,
    jumps: true,
    start: () => ({}),
    move: (held, event) => {
      const next = at(event);
      if (next === held.at) return;
      held.at = next;
      onTry(next);
    },
    end: (held) => (held.at === undefined ? onDrop() : onKeep(held.at)),
    drop: onDrop,
  });
}

/** Handlers for what can be pulled. */
export function useDrag<T>(pull: Pull<T>) {
  const held = useRef<Held<T> | null>(null);
  const latest = useRef(pull);
  useEffect(() => {
    latest.current = pull;
  });

  useEffect(() => {
    const letGo = (event: globalThis.KeyboardEvent) => {
      if (event.key !== "Escape" || !held.current) return;
      const now = held.current;
      held.current = null;
      latest.current.drop(now.what);
    };
    window.addEventListener("keydown", letGo);
    return () => window.removeEventListener("keydown", letGo);
  }, []);

  const mine = (event: PointerEvent<Element>) => (held.current?.pointer === event.pointerId ? held.current : null);
  const drop = (event: PointerEvent<Element>) => {
    const now = mine(event);
    if (!now) return;
    held.current = null;
    if (now.begun) pull.drop(now.what);
  };
  return {
    onPointerDown: (event: PointerEvent<Element>) => {
      if (held.current || event.button > 0) return;
      const what = pull.start(event);
      if (what === null) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      held.current = { what, pointer: event.pointerId, from: [event.clientX, event.clientY], begun: event.pointerType !== "touch" };
      if (held.current.begun && pull.jumps) pull.move(what, event);
    },
    onPointerMove: (event: PointerEvent<Element>) => {
      const now = mine(event);
      if (!now) return;
      if (!now.begun) {
        const [x, y] = [Math.abs(event.clientX - now.from[0]), Math.abs(event.clientY - now.from[1])];
        if (Math.hypot(x, y) < SLOP_PX) return;
        if (pull.sideways && y > x) {
          held.current = null;
          return;
        }
        now.begun = true;
      }
      pull.move(now.what, event);
    },
    onPointerUp: (event: PointerEvent<Element>) => {
      const now = mine(event);
      if (!now) return;
      held.current = null;
      if (!now.begun && pull.jumps) pull.move(now.what, event);
      pull.end(now.what);
    },
    onPointerCancel: drop,
    onLostPointerCapture: drop,
  };
}
