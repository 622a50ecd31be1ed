import { KEPT, keptAnswer, KEPT_HEADER, LONGEST_KEPT_MS, UNTIL_HEADER } from '@oakbell/core/keeping';
import { useSyncExternalStore } from 'react';
import { browserShelf } from './shelf.ts';
import { personHere } from './whose.ts';

/*
 * What is kept on this device for when there is no network belongs to one person: it goes when they sign out, when
 * somebody else signs in, and stays shut while the server says that nobody is signed in.
 */
const WHOSE = 'oakbell.kept';
const SESSION = '/api/session';

/** Whether this browser can keep anything: not without its own store, nor over a line that others can read. */
export const canKeep = (): boolean => 'serviceWorker' in navigator && 'caches' in globalThis;
/** Whether whoever is signed in keeps something here. */
export const keepsHere = (): boolean => personHere() !== null && browserShelf.read(WHOSE) === personHere();

/** The store of whoever is signed in; nothing of anybody else is in it. */
export async function openKept(): Promise<Cache> {
  if (!keepsHere()) {
    await caches.delete(KEPT);
    browserShelf.write(WHOSE, personHere() ?? '');
  }
  return caches.open(KEPT);
}

/** An answer of the server as it is kept. @param until ms since 1970 */
export const keptResponse = (body: unknown, until = Date.now() + LONGEST_KEPT_MS): Response =>
  Response.json(body, { headers: { [KEPT_HEADER]: String(Date.now()), [UNTIL_HEADER]: String(until) } });

/** Everything that is kept here goes. */
export async function forgetKept(): Promise<void> {
  browserShelf.remove(WHOSE);
  if ('caches' in globalThis) await caches.delete(KEPT);
}

/** Who is here, as the server has just said it: what is kept opens for them, and goes where it is somebody else's. */
export async function keepSession(person: { readonly id: string } | null): Promise<void> {
  if (!('caches' in globalThis)) return;
  const owner = browserShelf.read(WHOSE);
  if (person === null) {
    if (owner !== null) await (await caches.open(KEPT)).delete(keptAnswer(SESSION));
  } else if (owner === person.id) await (await caches.open(KEPT)).put(keptAnswer(SESSION), keptResponse(person));
  else await forgetKept();
}

let shown = false;
const listeners = new Set<() => void>();

/** Takes down whether an answer came from what is kept here. */
export function noteKept({ headers, ok }: Response): void {
  const now = headers.has(KEPT_HEADER);
  if (now === shown || (!now && !ok)) return;
  shown = now;
  for (const listener of listeners) listener();
}
const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
/** Whether what is on the screen comes from what is kept here, the server being away. */
export const useFromKept = (): boolean => useSyncExternalStore(subscribe, () => shown);
