import type { Backdrop } from './backdrop.ts';
import type { Thing } from './placed.ts';
import { PAGE_WIDTH } from './size.ts';

interface AnyPage {
  readonly id: string;
  /** Page units, above 0: what is in view at once. */
  readonly height: number;
  /** Things placed on it, lowest first. */
  readonly things?: readonly Thing[];
}
/** A page with a picture: a slide, or one page of a hand-in. `picture` names the asset. */
export interface PicturePage extends AnyPage {
  readonly kind: 'slide' | 'document';
  readonly picture: string;
}
export interface Board extends AnyPage {
  readonly kind: 'board';
  readonly backdrop: Backdrop;
}
export type Page = PicturePage | Board;

/** The height, in page units, of a picture of `width` × `height` pixels shown over the whole page width. */
export function heightFor(width: number, height: number): number {
  if (!(width > 0 && height > 0)) throw new RangeError(`${width} × ${height} is not a size of a picture`);
  return Math.round((PAGE_WIDTH * height) / width);
}

/** The assets a page is painted with, each once: its picture, its backdrop, the pictures placed on it. */
export function picturesOf(page: Page): readonly string[] {
  const own = page.kind !== 'board' ? [page.picture] : page.backdrop.kind === 'picture' ? [page.backdrop.picture] : [];
  const placed = (page.things ?? []).flatMap((thing) => ('picture' in thing ? [thing.picture] : []));
  return [...new Set([...own, ...placed])];
}
