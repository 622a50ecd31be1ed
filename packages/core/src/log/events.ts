import type { Micros } from '../clock/index.ts';

/** The version that this code writes; docs/formats/take-log.md describes it. */
export const LOG_VERSION = 1;

/** A pen as it was when the stroke was drawn. `colour` is #rrggbb; `width` is in page units. */
export interface Pen {
  readonly colour: string;
  readonly width: number;
}

/** Flat groups of four: x and y in tenths of a page unit, pressure 0…255, milliseconds after the event's `at`. */
export type StrokePoints = readonly number[];
/** Flat groups of three: x and y in tenths of a page unit, milliseconds after the event's `at`. */
export type PointerPoints = readonly number[];

interface Timed {
  /** Take time of the event in microseconds; 0 or more. */
  readonly at: Micros;
}
export interface PageTurned extends Timed {
  readonly kind: 'page';
  readonly page: string;
}
/** A stroke begins. Its id also names it as an act that can be undone. */
export interface StrokeBegun extends Timed {
  readonly kind: 'stroke';
  readonly stroke: string;
  readonly page: string;
  readonly pen: Pen;
  readonly points: StrokePoints;
}
/** More points of a stroke that has begun. */
export interface StrokeContinued extends Timed {
  readonly kind: 'more';
  readonly stroke: string;
  readonly points: StrokePoints;
}
export interface Erased extends Timed {
  readonly kind: 'erased';
  readonly act: string;
  readonly strokes: readonly string[];
}
export interface Undone extends Timed {
  readonly kind: 'undone';
  readonly act: string;
}
export interface Redone extends Timed {
  readonly kind: 'redone';
  readonly act: string;
}
/** Where the pointer went; with `gone` it is out of sight after its last point. */
export interface PointerMoved extends Timed {
  readonly kind: 'pointer';
  readonly page: string;
  readonly points: PointerPoints;
  readonly gone?: boolean;
}
/** A pause at this moment of the take; `lastedMs` of wall time were left out. */
export interface Paused extends Timed {
  readonly kind: 'paused';
  readonly lastedMs: number;
}

export type TakeEvent = PageTurned | StrokeBegun | StrokeContinued | Erased | Undone | Redone | PointerMoved | Paused;

/** The first line of a log. */
export interface LogHeader {
  readonly log: 'oakbell.take';
  readonly version: number;
}
