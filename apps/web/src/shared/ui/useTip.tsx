import { Suspense, useEffect, useRef, useState, type PointerEvent, type ReactNode, type FocusEvent } from 'react';
import { later } from './later.ts';

/** A pointer that only passes by asks for nothing. */
const DELAY_MS = 400;

const Tip = later(async () => (await import('./Tip.tsx')).Tip);

/** Says what a button does while somebody points at it or has come to it by keys. What shows it is loaded then. */
export function useTip<T extends HTMLElement>(label: string) {
  const target = useRef<T>(null);
  const [shown, setShown] = useState(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const come = () => {
    clearTimeout(timer.current);
    timer.current = setTimeout(() => setShown(true), DELAY_MS);
  };
  const go = () => {
    clearTimeout(timer.current);
    setShown(false);
  };
  useEffect(() => () => clearTimeout(timer.current), []);
  const tip: ReactNode = shown && (
    <Suspense>
      <Tip label={label} target={target} />
    </Suspense>
  );
  const on = {
    onPointerEnter: ({ pointerType }: PointerEvent) => pointerType !== 'touch' && come(),
    onPointerLeave: go,
    onPointerDown: go,
    onFocus: ({ currentTarget }: FocusEvent<HTMLElement>) => currentTarget.matches(':focus-visible') && come(),
    onBlur: go,
  };
  return { target, tip, on };
}
