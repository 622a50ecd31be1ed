import { tabShelf } from './shelf.ts';
/*
 * What waits in this browser (recordings that were broken off, places in lists) belongs to who made it, and is offered
 * to nobody else who signs in here.
 */
const KEY = 'oakbell.person';
let now: string | null = null;

/** Who is signed in here. */
export function rememberPerson(id: string): void {
  if (now === id) return;
  now = id;
  tabShelf.write(KEY, id);
}
export function forgetPerson(): void {
  now = null;
  tabShelf.remove(KEY);
}

/** Who is signed in here; null for nobody. */
export const personHere = (): string | null => now ?? tabShelf.read(KEY);

/** Under names of theirs that begin like this stands what somebody watched here and nobody counted yet. */
export const WATCHED_HERE = 'watched.';
/** Under this name of theirs stands that somebody wrote on a worksheet here: what is kept of it may not have arrived. */
export const WRITTEN_HERE = 'sheets';

/** A name in the browser's storage that is this person's own. */
export const ownName = (name: string): string => `oakbell.${personHere() ?? 'nobody'}.${name}`;
