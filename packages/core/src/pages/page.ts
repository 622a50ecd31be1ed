/** Every page is this many page units wide; its height follows from its shape. */
export const PAGE_WIDTH = 1600;
/** Points are whole tenths of a page unit. */
export const TENTHS = 10;
/** The height of a 16:9 page in page units. */
export const WIDE_HEIGHT = 900;

/** What is drawn behind the ink of a board; locked, so that writing never moves it. */
export type Backdrop = 'blank' | 'squared';

interface AnyPage {
  readonly id: string;
  /** Page units, above 0. */
  readonly height: number;
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
