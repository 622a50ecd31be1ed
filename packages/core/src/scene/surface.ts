import type { View } from '../edits/index.ts';

/** An already decoded picture, as the surface at hand understands it. */
export type Picture = object;

/** The few drawing calls a scene needs; a browser's and a server's 2D context both have them. */
export interface Surface<P extends Picture = Picture> {
  fillStyle: unknown;
  strokeStyle: unknown;
  lineWidth: number;
  lineCap: string;
  lineJoin: string;
  globalAlpha: number;
  font: string;
  textAlign: string;
  save(): void;
  restore(): void;
  scale(x: number, y: number): void;
  translate(x: number, y: number): void;
  beginPath(): void;
  closePath(): void;
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  quadraticCurveTo(cx: number, cy: number, x: number, y: number): void;
  arc(x: number, y: number, radius: number, start: number, end: number): void;
  ellipse(x: number, y: number, rx: number, ry: number, turn: number, start: number, end: number): void;
  rect(x: number, y: number, width: number, height: number): void;
  clip(): void;
  fill(): void;
  stroke(): void;
  fillRect(x: number, y: number, width: number, height: number): void;
  fillText(text: string, x: number, y: number): void;
  measureText(text: string): { readonly width: number };
  drawImage(picture: P, x: number, y: number, width: number, height: number): void;
  drawImage(
    picture: P,
    sx: number,
    sy: number,
    sWidth: number,
    sHeight: number,
    x: number,
    y: number,
    width: number,
    height: number,
  ): void;
}

/** The family that text on a page is set in; every painter loads it from the same font file before it paints. */
export const PAGE_FONT = 'Oak Bell page';

/** The pictures by asset; one that is not there yet leaves plain paper. */
export type Assets<P extends Picture> = ReadonlyMap<string, P>;

/** Where to paint: the page fills a width of `widthPx` pixels from the surface's origin. */
export interface Target<P extends Picture> {
  readonly surface: Surface<P>;
  readonly widthPx: number;
  readonly assets: Assets<P>;
  /** The place of the page, in page units, that lies at the upper edge; 0 when left out. */
  readonly top?: number;
  /** What of the view fills the surface, in page units; all of it when left out. */
  readonly view?: View;
}
