import { BLANK, type Page } from '@oakbell/core/pages';
import type { PageEntity } from './page.entity.ts';

export { MOST_PAGES } from '../files/index.ts';

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
