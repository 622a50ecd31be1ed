import { present } from '@oakbell/core/present';
import { micros, ZERO, type Micros, type TimeRange } from '@oakbell/core/clock';
import { useCallback, useEffect, useRef, useState, type PointerEvent } from 'react';
import { CLOSEST, following, heldTo, timeAt, zoomed, type Shown } from './axis.ts';

interface Setting {
  readonly whole: Micros;
  readonly widthPx: number;
  readonly position: Micros | undefined;
  readonly on: boolean;
}
/** Of a stretch that is looked at, so much more is in view than it is long. */
const AROUND = 3;
/** One step of a key or a button. */
const STEP = 1.6;

/** What of the axis is in view, and how that is changed: wheel, two fingers, buttons. The playhead is followed. */
export function useZoom({ whole, widthPx, position, on }: Setting) {
  const [wanted, setWanted] = useState<Shown>({ from: ZERO, length: whole });
  const [follows, setFollows] = useState(true);
  const isWhole = useRef(true);
  const place = useRef<HTMLDivElement>(null);
  const fingers = useRef(new Map<number, number>());
  const held = !on || isWhole.current ? { from: ZERO, length: whole } : heldTo(whole, wanted.from, wanted.length);
  const moved = useRef(position);
  const followed =
    follows && position !== undefined && moved.current !== position ? following(whole, held, position) : held;
  const show = (next: Shown) => {
    isWhole.current = next.length >= whole;
    setWanted(next);
  };
  useEffect(() => {
    moved.current = position;
    if (followed.from !== wanted.from && !isWhole.current) setWanted(followed);
  }, [position, followed, wanted.from]);

  const timeUnder = (clientX: number) => {
    const box = present(place.current).getBoundingClientRect();
    // The axis lies within the padding of its place.
    const side = (box.width - widthPx) / 2;
    return timeAt({ ...followed, widthPx }, clientX - box.left - side);
  };
  const act = useRef({
    zoom: (_times: number, _x: number) => {},
    pan: (_share: number) => {},
    lookAt: (_range: TimeRange) => {},
  });
  const lookAt = useCallback((range: TimeRange) => act.current.lookAt(range), []);
  useEffect(() => {
    act.current = {
      zoom: (times, x) => show(zoomed(whole, followed, times, timeUnder(x))),
      lookAt: ({ start, end }) => {
        const length = Math.max(CLOSEST, (end - start) * AROUND);
        show(heldTo(whole, (start + end - length) / 2, length));
      },
      pan: (share) => show(heldTo(whole, followed.from + share * followed.length, followed.length)),
    };
  });
  useEffect(() => {
    const element = place.current;
    if (!element || !on) return;
    // React listens passively: then a wheel over the timeline would move the page as well.
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const sideways = event.shiftKey ? event.deltaY : event.deltaX;
      if (Math.abs(sideways) > Math.abs(event.shiftKey ? 0 : event.deltaY)) act.current.pan(sideways / 600);
      else act.current.zoom(Math.exp(-event.deltaY / 300), event.clientX);
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
  }, [on]);

  const touch = {
    onPointerDownCapture: (event: PointerEvent) => {
      if (event.pointerType === 'touch') fingers.current.set(event.pointerId, event.clientX);
    },
    onPointerMoveCapture: (event: PointerEvent) => {
      const before = [...fingers.current.values()];
      if (!fingers.current.has(event.pointerId)) return;
      fingers.current.set(event.pointerId, event.clientX);
      const now = [...fingers.current.values()];
      if (before.length !== 2 || !on) return;
      const [apart, are] = [before, now].map(([a, b]) => Math.max(20, Math.abs(present(a) - present(b)))) as [
        number,
        number,
      ];
      act.current.zoom(are / apart, (now[0]! + now[1]!) / 2);
    },
    onPointerUpCapture: (event: PointerEvent) => void fingers.current.delete(event.pointerId),
    onPointerCancelCapture: (event: PointerEvent) => void fingers.current.delete(event.pointerId),
  };
  const middle = position ?? micros(followed.from + followed.length / 2);
  return {
    shown: followed,
    place,
    touch: on ? touch : {},
    isPinched: () => fingers.current.size > 1,
    isWhole: followed.length >= whole,
    follows,
    setFollows,
    closer: () => show(zoomed(whole, followed, STEP, middle)),
    wider: () => show(zoomed(whole, followed, 1 / STEP, middle)),
    all: () => show({ from: ZERO, length: whole }),
    /** Brings a stretch close; the same function in every drawing. Undefined where one cannot look closer. */
    lookAt: on ? lookAt : undefined,
    goTo: (from: Micros) => show(heldTo(whole, from, followed.length)),
  };
}
export type Zoom = ReturnType<typeof useZoom>;
