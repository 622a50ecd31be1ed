/*
 * Things that are placed on a page while it is prepared: they lie above the picture or backdrop and beneath the
 * ink, in the order of the list. Places and sizes are page units.
 */

import { readWritten, type WrittenStroke } from './written.ts';

export interface Rect {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
interface Placed extends Rect {
  readonly id: string;
}
/** Typed text; its lines are broken to `width`, and it may run below `height`. `size` is the height of the letters. */
export interface TextThing extends Placed {
  readonly kind: 'text';
  readonly text: string;
  readonly size: number;
  readonly colour: string;
  /** The field that it was typed into. */
  readonly field?: string;
}
/** A picture or a cut-out. `picture` names the asset. */
export interface PictureThing extends Placed {
  readonly kind: 'picture';
  readonly picture: string;
}
/** A formula: its source in LaTeX notation, and the picture made from it, so that every painter paints the same. */
export interface FormulaThing extends Placed {
  readonly kind: 'formula';
  readonly source: string;
  readonly picture: string;
  readonly colour: string;
}
/** Drawn outlines. A line or arrow runs from corner to corner; `rising` from the lower left to the upper right. */
export interface ShapeThing extends Placed {
  readonly kind: 'line' | 'arrow' | 'box' | 'ellipse';
  readonly colour: string;
  /** Of the line, in page units. */
  readonly stroke: number;
  readonly rising?: boolean;
  /** An arrow whose head is at the left end. */
  readonly backwards?: boolean;
}
/** A place to write in, with the words that say what belongs there; empty for none. */
export interface FieldThing extends Placed {
  readonly kind: 'field';
  readonly label: string;
}
/** What somebody wrote on the page before it came here: all strokes, within the thing's place. It cannot be changed. */
export interface InkThing extends Placed {
  readonly kind: 'ink';
  readonly strokes: readonly WrittenStroke[];
}
export type Thing = TextThing | PictureThing | FormulaThing | ShapeThing | FieldThing | InkThing;
export type ThingKind = Thing['kind'];

/** Places lie within so many page units of the corner of the page, and nothing is larger. */
export const FARTHEST = 20_000;
/** The least width and height of a placed thing. */
export const SMALLEST_THING = 8;
/** Things on one page at most. */
export const MOST_THINGS = 300;
/** Letters of a text on a page at most. */
export const LONGEST_TEXT_ON_PAGE = 4000;
/** Letters of what a field says at most. */
export const LONGEST_FIELD = 100;

/** The topmost thing at a place, or null. Lines count within 12 units of themselves. */
export function thingAt(things: readonly Thing[], place: { readonly x: number; readonly y: number }): Thing | null {
  const near = 12;
  for (const thing of things.toReversed()) {
    const { x, y, width, height } = thing;
    if (place.x >= x - near && place.x <= x + width + near && place.y >= y - near && place.y <= y + height + near) {
      return thing;
    }
  }
  return null;
}

export type ReadThings =
  | { readonly ok: true; readonly things: readonly Thing[] }
  /** `too-many`: more than 300. `bad-thing`: the thing at `index` has a field missing or out of range. `same-id`: an id twice. */
  | { readonly ok: false; readonly reason: 'too-many' | 'bad-thing' | 'same-id'; readonly index: number };

/** Reads things from JSON; only known fields come through. */
export function readThings(value: unknown): ReadThings {
  if (!Array.isArray(value) || value.length > MOST_THINGS) return { ok: false, reason: 'too-many', index: MOST_THINGS };
  const things: Thing[] = [];
  const ids = new Set<string>();
  for (const [index, item] of value.entries()) {
    const thing = readThing(item);
    if (!thing) return { ok: false, reason: 'bad-thing', index };
    if (ids.has(thing.id)) return { ok: false, reason: 'same-id', index };
    ids.add(thing.id);
    things.push(thing);
  }
  return { ok: true, things };
}

const isColour = (value: unknown): value is string => typeof value === 'string' && /^#[0-9a-f]{6}$/i.test(value);
const isDigest = (value: unknown): value is string => typeof value === 'string' && /^[0-9a-f]{64}$/.test(value);
const isShort = (value: unknown, most = 100): value is string => typeof value === 'string' && value.length <= most;
const within = (value: unknown, low: number, high: number): value is number =>
  typeof value === 'number' && value >= low && value <= high;

/** One thing from JSON, or null where a field is missing or out of range. */
export function readThing(item: unknown): Thing | null {
  const given = (item ?? {}) as Record<string, unknown>;
  const { id, x, y, width, height } = given;
  if (!isShort(id) || id === '') return null;
  if (!within(x, -FARTHEST, FARTHEST) || !within(y, -FARTHEST, FARTHEST)) return null;
  if (!within(width, 0, FARTHEST) || !within(height, 0, FARTHEST)) return null;
  const placed = { id, x, y, width, height };
  const { kind, text, size, colour, picture, source, stroke, label, field } = given;
  switch (kind) {
    case 'text':
      if (!isShort(text, LONGEST_TEXT_ON_PAGE) || !within(size, 4, 400) || !isColour(colour)) return null;
      return { ...placed, kind, text, size, colour, ...(isShort(field) ? { field } : {}) };
    case 'picture':
      return isDigest(picture) ? { ...placed, kind, picture } : null;
    case 'formula':
      if (!isShort(source, LONGEST_TEXT_ON_PAGE) || !isDigest(picture) || !isColour(colour)) return null;
      return { ...placed, kind, source, picture, colour };
    case 'line':
    case 'arrow':
    case 'box':
    case 'ellipse': {
      if (!isColour(colour) || !within(stroke, 0.5, 100)) return null;
      const ends = {
        ...(given['rising'] === true ? { rising: true } : {}),
        ...(given['backwards'] === true ? { backwards: true } : {}),
      };
      return { ...placed, kind, colour, stroke, ...ends };
    }
    case 'field':
      return isShort(label, LONGEST_FIELD) ? { ...placed, kind, label } : null;
    case 'ink': {
      const strokes = readWritten(given['strokes']);
      return strokes && { ...placed, kind, strokes };
    }
    default:
      return null;
  }
}
