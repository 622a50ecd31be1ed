/*
 * What is laid over a lesson afterwards. All of it is tied to take time, so cutting and moving never has to touch it:
 * wherever the moment is played, it is there.
 */
import { micros, ZERO, type Micros, type TimeRange } from '../clock/index.ts';
import type { Thing } from '../pages/index.ts';

/** A view of a page: its upper left corner and its width, in page units of the view; it has the page's shape. */
export interface View {
  readonly x: number;
  readonly y: number;
  readonly width: number;
}
interface OfTake extends TimeRange {
  readonly id: string;
  readonly takeId: string;
}
export interface CloseUp extends OfTake {
  readonly kind: 'close-up';
  readonly view: View;
  /** Moving in and out takes so long, in microseconds. */
  readonly ease: Micros;
}
/** A box, an arrow, text and the like on one page. */
export interface DrawnOver extends OfTake {
  readonly kind: 'drawn';
  readonly page: string;
  readonly thing: Thing;
}
/** A translucent band over, or an opaque sheet that hides, a place of one page. */
export interface Patch extends OfTake {
  readonly kind: 'highlight' | 'cover-up';
  readonly page: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
export interface PointerChange extends OfTake {
  readonly kind: 'pointer';
  readonly shown: 'off' | 'larger';
}
/** The inset is hidden, or moved so that its upper left corner lies here, in page units of the view. */
export interface InsetChange extends OfTake {
  readonly kind: 'inset';
  readonly place: 'hidden' | { readonly x: number; readonly y: number };
}
/** Another page is shown in place of this one; the ink stays. */
export interface PageSwap extends OfTake {
  readonly kind: 'page';
  readonly page: string;
  readonly shows: string;
}
export type Overlay = CloseUp | DrawnOver | Patch | PointerChange | InsetChange | PageSwap;
export type OverlayKind = Overlay['kind'];

/** A stroke that has another colour, or is gone, wherever it is played. */
export interface StrokeChange {
  readonly id: string;
  readonly takeId: string;
  readonly stroke: string;
  /** `#rrggbb`; left out when it is gone. */
  readonly colour?: string;
}

/** A file that is heard under the voice. */
export interface Music {
  readonly clip: string;
  /** The name of the file, for its maker. */
  readonly name: string;
  /** Loudness in LUFS where nothing is said: −40…−20. */
  readonly lufs: number;
}
/** How the whole lesson begins, ends and sounds. */
export interface Finish {
  readonly fadeIn: Micros;
  readonly fadeOut: Micros;
  readonly noise: boolean;
  readonly levelling: boolean;
  readonly music: Music | null;
}
export const NO_FINISH: Finish = {
  fadeIn: ZERO,
  fadeOut: ZERO,
  noise: false,
  levelling: false,
  music: null,
};
export const LONGEST_FADE = micros(10_000_000);

export interface Chapter {
  /** The take or the card that it begins in. */
  readonly sourceId: string;
  /** The time of that at which it begins. */
  readonly at: Micros;
  readonly title: string;
}
/** The picture that stands for the lesson, by its digest: what was on stage at a moment, or one that was brought. */
export interface Cover {
  readonly picture: string;
}

/** What there is beside the segments. */
export interface Dressing {
  readonly overlays: readonly Overlay[];
  readonly strokes: readonly StrokeChange[];
  readonly finish: Finish;
  /** Those of the page turns when null. */
  readonly chapters: readonly Chapter[] | null;
  readonly cover: Cover | null;
}
export const NO_DRESSING: Dressing = { overlays: [], strokes: [], finish: NO_FINISH, chapters: null, cover: null };
