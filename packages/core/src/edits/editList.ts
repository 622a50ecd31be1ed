import { lengthOf, type Micros, type TimeRange } from '../clock/index.ts';

/** A stretch of one take, in take time. Its id stays the same through trims. */
export interface Segment extends TimeRange {
  readonly id: string;
  readonly takeId: string;
}

/** The ordered instructions that make a lesson out of takes. The takes themselves are never touched. */
export interface EditList {
  readonly version: 1;
  readonly segments: readonly Segment[];
}

export const EMPTY_EDITS: EditList = { version: 1, segments: [] };

/** A change to an edit list, as a value that carries what is needed to take it back. */
export type Edit =
  | { readonly op: 'insert'; readonly index: number; readonly segment: Segment }
  | { readonly op: 'remove'; readonly index: number; readonly segment: Segment }
  | { readonly op: 'trim'; readonly segment: string; readonly from: TimeRange; readonly to: TimeRange }
  /** Several that are one for the hand: done and taken back together. */
  | { readonly op: 'together'; readonly act: EditAct; readonly edits: readonly Edit[] };

/** What the hand did, for telling it: a stretch of so many microseconds at a moment of the programme. */
export interface EditAct {
  readonly kind: 'cut' | 'split' | 'put-back' | 'move' | 'shorten';
  readonly at: Micros;
  readonly length: Micros;
}

export type Applied =
  | { readonly ok: true; readonly edits: EditList }
  /**
   * `no-place`: the index lies outside the list. `not-there`: the segment named is not in the list or not as the
   * edit remembers it. `empty`: nothing would be left of the segment. `same-id`: the segment is there already.
   */
  | { readonly ok: false; readonly reason: 'no-place' | 'not-there' | 'empty' | 'same-id' };

/** The list after the edit; the given list stays as it was. */
export function applyEdit(edits: EditList, edit: Edit): Applied {
  const { segments } = edits;
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
    case 'together': {
      let now: Applied = { ok: true, edits };
      for (const one of edit.edits) if (now.ok) now = applyEdit(now.edits, one);
      return now;
    }
  }
}

/** The edit that takes `edit` back: `apply(apply(x, e), invert(e)) = x`. */
export function invertEdit(edit: Edit): Edit {
  switch (edit.op) {
    case 'insert':
      return { ...edit, op: 'remove' };
    case 'remove':
      return { ...edit, op: 'insert' };
    case 'trim':
      return { ...edit, from: edit.to, to: edit.from };
    case 'together':
      return { ...edit, edits: edit.edits.map(invertEdit).reverse() };
  }
}

const done = (segments: readonly Segment[]): Applied => ({ ok: true, edits: { version: 1, segments } });

/** Reads an edit list from JSON; null where it is not one: wrong shape, an empty stretch, an id twice. */
export function parseEditList(value: unknown): EditList | null {
  const list = value as { version?: unknown; segments?: unknown } | null;
  if (list?.version !== 1 || !Array.isArray(list.segments)) return null;
  const segments: Segment[] = [];
  for (const item of list.segments as unknown[]) {
    const { id, takeId, start, end } = (item ?? {}) as Record<string, unknown>;
    if (typeof id !== 'string' || typeof takeId !== 'string') return null;
    if (!Number.isSafeInteger(start) || !Number.isSafeInteger(end)) return null;
    if ((start as number) < 0 || (end as number) <= (start as number)) return null;
    if (segments.some((one) => one.id === id)) return null;
    segments.push({ id, takeId, start: start as Micros, end: end as Micros });
  }
  return { version: 1, segments };
}
