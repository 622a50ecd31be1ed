import type { Page } from '@oakbell/core/pages';
import type { Person } from '../../platform/sessions/index.ts';
import type { LessonEntity, PageEntity } from './lesson.entity.ts';

/** The most pages of one lesson. */
export const MOST_PAGES = 200;

/** A lesson in the making is its maker's alone; learners see editions, never this. */
export const mayMake = (person: Person, lesson: Pick<LessonEntity, 'ownerId'>): boolean =>
  person.role === 'teacher' && lesson.ownerId === person.id;

/** A page as the core knows it. */
export function corePage(page: Pick<PageEntity, 'id' | 'kind' | 'height' | 'picture' | 'backdrop'>): Page {
  const { id, height } = page;
  if (page.kind === 'board' || page.picture === null)
    return { id, kind: 'board', height, backdrop: page.backdrop ?? 'blank' };
  return { id, kind: page.kind, height, picture: page.picture };
}

/** Where the bytes of a page's picture lie. */
export const pictureKey = (digest: string): string => `pictures/${digest.slice(0, 2)}/${digest}.webp`;
