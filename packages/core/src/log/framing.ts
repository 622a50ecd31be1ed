/** How page and presenter share the picture. */
export type Framing = 'page' | 'inset' | 'presenter';
export const FRAMINGS: readonly Framing[] = ['page', 'inset', 'presenter'];

/** The camera picture on the page: its place in page units, and which part of the camera it shows. */
export interface Inset {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly round: boolean;
  /** Shares of the camera picture, 0…1: left, top, right, bottom edge of what is shown. */
  readonly crop: readonly [number, number, number, number];
  /** The camera's picture is turned round, as in a looking-glass. */
  readonly mirrored?: boolean;
}

/** Where the inset is until it is placed: low on the right, a fifth of the page wide. */
export const FIRST_INSET: Inset = { x: 1256, y: 682, width: 320, height: 180, round: false, crop: [0, 0, 1, 1] };
