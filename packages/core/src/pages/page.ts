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
/** Another window or tab: what it shows is a film of each take, in the middle of the page. */
export interface WindowPage extends AnyPage {
  readonly kind: 'window';
}
/** A sound or video file that is played while talking. */
export interface ClipPage extends AnyPage {
  readonly kind: 'clip';
  /** Digest of the file. */
  readonly clip: string;
  readonly lengthMs: number;
  /** Whether there is more to it than sound. */
  readonly moving: boolean;
  /** A picture of it for while it does not play: of the video, or of the sound's shape. */
  readonly poster: string;
}
export type Page = PicturePage | Board | WindowPage | ClipPage;

/** Whether a film is shown on the page. */
export const isFilmed = (page: Page): page is WindowPage | ClipPage => page.kind === 'window' || page.kind === 'clip';

/** The height, in page units, of a picture of `width` × `height` pixels shown over the whole page width. */
export function heightFor(width: number, height: number): number {
  if (!(width > 0 && height > 0)) throw new RangeError(`${width} × ${height} is not a size of a picture`);
  return Math.round((PAGE_WIDTH * height) / width);
}

/** The assets a page is painted with, each once: its picture, its backdrop, the pictures placed on it. */
export function picturesOf(page: Page): readonly string[] {
  const placed = (page.things ?? []).flatMap((thing) => ('picture' in thing ? [thing.picture] : []));
  return [...new Set([...ownPictures(page), ...placed])];
}

function ownPictures(page: Page): readonly string[] {
  switch (page.kind) {
    case 'window':
      return [];
    case 'clip':
      return [page.poster];
    case 'board':
      return page.backdrop.kind === 'picture' ? [page.backdrop.picture] : [];
    default:
      return [page.picture];
  }
}
