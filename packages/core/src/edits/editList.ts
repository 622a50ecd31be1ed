import { lengthOf, type Micros, type TimeRange } from '../clock/index.ts';
import {
  NO_DRESSING,
  type Chapter,
  type Cover,
  type Dressing,
  type Finish,
  type Overlay,
  type StrokeChange,
} from './dressing.ts';
import type { Segment } from './segment.ts';

/** 2: a card is no longer told as a stretch of a take of its own name; chapters name what they are in. */
export const EDITS_VERSION = 2;

/** The ordered instructions that make a lesson out of takes. The takes themselves are never touched. */
export interface EditList extends Partial<Dressing> {
  readonly version: typeof EDITS_VERSION;
  readonly segments: readonly Segment[];
}

export const EMPTY_EDITS: EditList = { version: EDITS_VERSION, segments: [] };
/** What is laid over a lesson, with nothing left out. */
export const dressingOf = (edits: EditList): Dressing => ({ ...NO_DRESSING, ...edits });

/** A change to an edit list, as a value that carries what is needed to take it back. */
export type Edit =
  | { readonly op: 'insert'; readonly index: number; readonly segment: Segment }
  | { readonly op: 'remove'; readonly index: number; readonly segment: Segment }
  | { readonly op: 'trim'; readonly segment: string; readonly from: TimeRange; readonly to: TimeRange }
  /** How a segment is played: the same stretch of the same take. */
  | { readonly op: 'play'; readonly from: Segment; readonly to: Segment }
  /** Something laid over is added (`from` is null), changed, or taken away (`to` is null). */
  | ListEdit<'overlays', Overlay>
  | ListEdit<'strokes', StrokeChange>
  | ValueEdit<'finish', Finish>
  | ValueEdit<'chapters', readonly Chapter[] | null>
  | ValueEdit<'cover', Cover | null>
  /** Several that are one for the hand: done and taken back together. */
  | { readonly op: 'together'; readonly act: EditAct; readonly edits: readonly Edit[] };

interface ListEdit<Name, One> {
  readonly op: Name;
  readonly index: number;
  readonly from: One | null;
  readonly to: One | null;
}
interface ValueEdit<Name, Value> {
  readonly op: Name;
  readonly from: Value;
  readonly to: Value;
}

/** What the hand did, for telling it: a stretch of so many microseconds at a moment of the programme. */
export interface EditAct {
  readonly kind: ActKind;
  readonly at: Micros;
  readonly length: Micros;
}
export const ACT_KINDS = [
  'cut',
  'split',
  'put-back',
  'move',
  'shorten',
  'speed',
  'speak-over',
  'card',
  'join',
  'give',
] as const;
export type ActKind = (typeof ACT_KINDS)[number];

export type Applied =
  | { readonly ok: true; readonly edits: EditList }
  /**
   * `no-place`: the index lies outside the list. `not-there`: what is named is not in the list or not as the
   * edit remembers it. `empty`: nothing would be left of the segment. `same-id`: it is there already.
   */
  | { readonly ok: false; readonly reason: 'no-place' | 'not-there' | 'empty' | 'same-id' };

/** The list after the edit; the given list stays as it was. */
export function applyEdit(edits: EditList, edit: Edit): Applied {
  const { segments } = edits;
  const done = (list: readonly Segment[]): Applied => ({ ok: true, edits: { ...edits, segments: list } });
  switch (edit.op) {
    case 'insert':
      if (!(edit.index >= 0 && edit.index <= segments.length)) return { ok: false, reason: 'no-place' };
      if (segments.some((one) => one.id === edit.segment.id)) return { ok: false, reason: 'same-id' };
      if (lengthOf(edit.segment) <= 0) return { ok: false, reason: 'empty' };
      return done(segments.toSpliced(edit.index, 0, edit.segment));
    case 'remove':
      if (segments[edit.index]?.id !== edit.segment.id) return { ok: false, reason: 'not-there' };
      return done(segments.toSpliced(edit.index, 1));
    case 'trim': {
      const index = segments.findIndex((one) => one.id === edit.segment);
      const segment = segments[index];
      if (!segment || segment.start !== edit.from.start || segment.end !== edit.from.end) {
        return { ok: false, reason: 'not-there' };
      }
      if (edit.to.start < 0 || lengthOf(edit.to) <= 0) return { ok: false, reason: 'empty' };
      return done(segments.with(index, { ...segment, start: edit.to.start, end: edit.to.end }));
    }
    case 'play': {
      const index = segments.findIndex((one) => one.id === edit.from.id);
      if (index < 0 || !isSame(segments[index], edit.from)) return { ok: false, reason: 'not-there' };
      return done(segments.with(index, edit.to));
    }
    case 'overlays':
      return listed(edits, edit, edits.overlays ?? []);
    case 'strokes':
      return listed(edits, edit, edits.strokes ?? []);
    case 'finish':
    case 'chapters':
    case 'cover':
      if (!isSame(dressingOf(edits)[edit.op], edit.from)) return { ok: false, reason: 'not-there' };
      return { ok: true, edits: withPart(edits, edit.op, edit.to) };
    case 'together': {
      let now: Applied = { ok: true, edits };
      for (const one of edit.edits) if (now.ok) now = applyEdit(now.edits, one);
      return now;
    }
  }
}

function listed<One extends { readonly id: string }>(
  edits: EditList,
  { op, index, from, to }: ListEdit<'overlays' | 'strokes', One>,
  list: readonly One[],
): Applied {
  const fits = from === null ? index >= 0 && index <= list.length : isSame(list[index], from);
  if (!fits) return { ok: false, reason: from === null ? 'no-place' : 'not-there' };
  if (to && list.some((one, i) => one.id === to.id && (from === null || i !== index)))
    return { ok: false, reason: 'same-id' };
  const items = to === null ? list.toSpliced(index, 1) : list.toSpliced(index, from === null ? 0 : 1, to);
  return { ok: true, edits: withPart(edits, op, items as never) };
}

/** The list with one part of its dressing changed; what is as if it were left out is left out. */
function withPart<Name extends keyof Dressing>(edits: EditList, name: Name, value: Dressing[Name]): EditList {
  const rest = { ...edits };
  delete rest[name];
  return isSame(value, NO_DRESSING[name]) ? rest : { ...rest, [name]: value };
}

/** The edit that takes `edit` back: `apply(apply(x, e), invert(e)) = x`. */
export function invertEdit(edit: Edit): Edit {
  switch (edit.op) {
    case 'insert':
      return { ...edit, op: 'remove' };
    case 'remove':
      return { ...edit, op: 'insert' };
    case 'together':
      return { ...edit, edits: edit.edits.map(invertEdit).reverse() };
    default:
      return { ...edit, from: edit.to, to: edit.from } as Edit;
  }
}

/** Whether two values are the same by what they hold; the order of names does not matter. */
function isSame(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const [left, right] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const names = Object.keys(left);
  return names.length === Object.keys(right).length && names.every((name) => isSame(left[name], right[name]));
}
