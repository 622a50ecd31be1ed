import { Problem } from '../../platform/http/index.ts';

/** A clock may be wrong by so much. */
const LEEWAY_MS = 5 * 60_000;
/** @throws Problem `due-in-the-past` */
export function ensureToCome(dueAt: Date): void {
  if (dueAt.getTime() >= Date.now() - LEEWAY_MS) return;
  const text = 'That moment has passed. Choose one that is still to come.';
  throw new Problem(422, 'due-in-the-past', `${text} Nothing was changed.`, { fields: { dueAt: text } });
}
