import { useSyncExternalStore } from 'react';
import { browserShelf } from './shelf.ts';

/*
 * Whether the session behind the screen has ended. What is on the screen stays, behind a door, until its owner is back;
 * where something runs that must not be covered (a recording), it shows the door itself.
 */
let ended = false;
let kept = 0;
const listeners = new Set<() => void>();
const tell = (): void => {
  for (const listener of listeners) listener();
};

export function setSessionEnded(now: boolean): void {
  if (ended === now) return;
  ended = now;
  tell();
}

/** Keeps the screen open although the session ends: whoever calls this shows that it did. */
export function keepScreen(): () => void {
  kept += 1;
  tell();
  return () => {
    kept -= 1;
    tell();
  };
}

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
/** Whether the screen is to be covered until its owner signs in again. */
export const useScreenCovered = (): boolean => useSyncExternalStore(subscribe, () => ended && kept === 0);

const USED = 'oakbell.used';
const NOTED_MS = 10_000;
let notedAt = 0;

/** The server answered whoever is signed in here: all tabs share the session, and know it. */
export function noteUse(): void {
  const now = Date.now();
  if (now - notedAt < NOTED_MS) return;
  notedAt = now;
  browserShelf.write(USED, String(now));
}
/** When the session was last used, in ms since 1970; 0 when that is not known. */
export const lastUse = (): number => Number(browserShelf.read(USED) ?? 0);
