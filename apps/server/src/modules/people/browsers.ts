import { createHmac } from 'node:crypto';
import type { PersonEntity } from './person.entity.ts';

/** So many people's marks one browser keeps; the oldest goes first. */
export const MOST_MARKS = 12;
/** It forgets them when nobody signs in for so long, in days. */
export const MARK_DAYS = 180;

/** What a browser keeps of a person who signed in there. It says nothing to anybody else, and the server keeps none of it. */
const markOf = (secret: string, id: string): string =>
  createHmac('sha256', secret).update(`known browser of ${id}`).digest('base64url').slice(0, 22);

/** What a browser keeps after a person has signed in there, and whether they had before. @param kept what it kept so far */
export function marked(
  { secret, id }: { readonly secret: string; readonly id: string },
  kept: string,
): { readonly isKnown: boolean; readonly kept: string } {
  const mark = markOf(secret, id);
  const there = kept.split('.').filter(Boolean);
  return {
    isKnown: there.includes(mark),
    kept: [mark, ...there.filter((one) => one !== mark)].slice(0, MOST_MARKS).join('.'),
  };
}

/** Whether a mail tells them of a sign-in in a new browser. */
export const wantsMailOfSignIns = ({ mailOfSignIns, role }: Pick<PersonEntity, 'mailOfSignIns' | 'role'>): boolean =>
  mailOfSignIns ?? role !== 'learner';
