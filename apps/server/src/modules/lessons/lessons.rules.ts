import { BLANK, type Page } from '@oakbell/core/pages';
import type { Person } from '../../platform/sessions/index.ts';
import type { LessonEntity, PageEntity } from './lesson.entity.ts';

/** The most pages of one lesson. */
export const MOST_PAGES = 200;

/** A lesson in the making is its maker's alone. Learners make nothing but spoken answers; else they see editions. */
export const mayMake = (person: Person, lesson: Pick<LessonEntity, 'ownerId' | 'kind'>): boolean =>
  lesson.ownerId === person.id &&
  (person.role === 'teacher' || (person.role === 'learner' && lesson.kind === 'answer'));

/** A page as the core knows it. */
export function corePage(
  page: Pick<PageEntity, 'id' | 'kind' | 'height' | 'picture' | 'backdrop' | 'things' | 'clip'>,
): Page {
  const { id, height } = page;
  const things = page.things.length > 0 ? { things: page.things } : {};
  if (page.kind === 'window') return { id, kind: 'window', height, ...things };
  if (page.kind === 'clip' && page.clip && page.picture)
    return { id, kind: 'clip', height, ...page.clip, poster: page.picture, ...things };
  if (page.kind === 'board' || page.kind === 'clip' || page.picture === null)
    return { id, kind: 'board', height, backdrop: page.backdrop ?? BLANK, ...things };
  return { id, kind: page.kind, height, picture: page.picture, ...things };
}

/** Where the bytes of a page's picture lie. */
export const pictureKey = (digest: string): string => `pictures/${digest.slice(0, 2)}/${digest}.webp`;
/** Where a clip lies. */
export const clipKey = (digest: string): string => `clips/${digest.slice(0, 2)}/${digest}.mp4`;
