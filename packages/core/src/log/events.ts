import type { Micros } from '../clock/index.ts';
import type { PictureThing, TextThing } from '../pages/index.ts';
import type { Framing, Inset } from './framing.ts';

/** The version that this code writes; docs/formats/take-log.md describes it. Version 1 is read as well. */
export const LOG_VERSION = 2;

/** What a pen leaves: ink, a translucent band beneath the ink, or ink that goes by itself. */
export type PenKind = 'pen' | 'highlighter' | 'fading';

/** A pen as it was when the stroke was drawn. `colour` is #rrggbb; `width` is in page units; plain ink when no kind is given. */
export interface Pen {
  readonly colour: string;
  readonly width: number;
  readonly kind?: PenKind;
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
/** How a stroke was drawn. Left out for what a hand wrote. */
export interface StrokeManner {
  /** `straight`: the points are corners of straight lines (a shape, the straight edge) and are not evened out. */
  readonly form?: 'straight';
  /** Written during a pause: all of it is there at once. */
  readonly paused?: true;
}
/** A stroke begins. Its id also names it as an act that can be undone. */
export interface StrokeBegun extends Timed, StrokeManner {
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
/** Strokes, texts or pictures are out of sight from now on. */
export interface Erased extends Timed {
  readonly kind: 'erased';
  readonly act: string;
  readonly strokes: readonly string[];
}
/** A part of a stroke, or the stroke at another place, under an id of its own. */
export interface Piece {
  readonly stroke: string;
  /** The stroke or text it is made from. */
  readonly of: string;
  /** Points from this one (in) to that one (out), counted in points; all when left out. */
  readonly from?: number;
  readonly to?: number;
  /** Moved by so many tenths of a page unit. */
  readonly dx?: number;
  readonly dy?: number;
}
/** Strokes give way to pieces of themselves: rubbed out in part, or moved. */
export interface Replaced extends Timed {
  readonly kind: 'replaced';
  readonly act: string;
  readonly out: readonly string[];
  readonly pieces: readonly Piece[];
}
/** Text typed onto the page. Its id also names it as an act that can be undone. */
export interface TextWritten extends Timed {
  readonly kind: 'text';
  readonly text: string;
  readonly page: string;
  readonly thing: TextThing;
}
/** A picture put onto the page. Its id also names it as an act that can be undone. */
export interface PicturePlaced extends Timed {
  readonly kind: 'placed';
  readonly placed: string;
  readonly page: string;
  readonly thing: PictureThing;
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
/** A board has grown downwards to this height, in page units. */
export interface Grown extends Timed {
  readonly kind: 'grown';
  readonly page: string;
  readonly height: number;
}
/** A page is shown from this place downwards, in page units from its top. */
export interface Scrolled extends Timed {
  readonly kind: 'scrolled';
  readonly page: string;
  readonly top: number;
}
export interface Framed extends Timed {
  readonly kind: 'framing';
  readonly framing: Framing;
}
export interface InsetPlaced extends Timed {
  readonly kind: 'inset';
  readonly inset: Inset;
}
/** What was said from `to` up to now is said again: it is left out of the programme. */
export interface SaidAgain extends Timed {
  readonly kind: 'said-again';
  readonly to: Micros;
}

/** Sound from here on did not reach the recorder for so long: silence stands for it in the voice. */
export interface SoundLost extends Timed {
  readonly kind: 'sound-lost';
  /** Milliseconds, above 0. */
  readonly lastedMs: number;
}

/** What was switched on for the microphone from here on: done to a copy of the voice, never to the take. */
export interface SoundSwitched extends Timed {
  readonly kind: 'sound';
  /** Decibels, −20…30. */
  readonly gain: number;
  readonly noise: boolean;
  readonly levelling: boolean;
}

/** What a film shows: the presenter, or another window. */
export type FilmKind = 'camera' | 'window';
/** A film begins: a file of its own, named by `run`, whose first picture was asked for at this moment. */
export interface FilmBegun extends Timed {
  readonly kind: 'film';
  readonly film: FilmKind;
  /** A whole number, 0 or more, of its own in the take. */
  readonly run: number;
  /** What is seen in the film happened so many milliseconds before it got there. */
  readonly delayMs?: number;
}
/** The film ends here; without this line it goes on to the next one of its kind, or to the end of the take. */
export interface FilmEnded extends Timed {
  readonly kind: 'film-ended';
  readonly run: number;
}
/** A clip begins to play at `positionMs` of its own time, or stands still there. */
export interface ClipMoved extends Timed {
  readonly kind: 'clip';
  readonly page: string;
  readonly playing: boolean;
  readonly positionMs: number;
}

/** A line of a rubric was given a level, or none again: what is said from here on is about that line. */
export interface RubricChosen extends Timed {
  readonly kind: 'rubric';
  readonly criterion: string;
  readonly level: string | null;
}

export type TakeEvent =
  | PageTurned
  | StrokeBegun
  | StrokeContinued
  | Erased
  | Replaced
  | TextWritten
  | PicturePlaced
  | Undone
  | Redone
  | PointerMoved
  | Paused
  | Grown
  | Scrolled
  | Framed
  | InsetPlaced
  | SaidAgain
  | SoundSwitched
  | SoundLost
  | FilmBegun
  | FilmEnded
  | ClipMoved
  | RubricChosen;

/** The first line of a log. */
export interface LogHeader {
  readonly log: 'oakbell.take';
  readonly version: number;
}
