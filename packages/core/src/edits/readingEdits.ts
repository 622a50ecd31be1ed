import { ACT_KINDS, type Edit, type EditAct, type EditList } from './editList.ts';
import { programmeOf } from './programme.ts';
import {
  fieldsOf,
  isName,
  isTime,
  LIMITS,
  LONGEST_CARD,
  LONGEST_PROGRAMME,
  readOverlay,
  READERS,
  readSegment,
  readStrokeChange,
} from './reading.ts';
import type { Segment } from './segment.ts';

/** So many edits at most are one act, and so deep they may lie in each other. */
export const MOST_TOGETHER = 20_000;
const DEEPEST = 3;

/** Reads an edit from JSON; null where it is not one. Whether it applies, the list has to say. */
export function readEdit(value: unknown): Edit | null {
  return read(value, { left: MOST_TOGETHER }, 0);
}

function read(value: unknown, count: { left: number }, depth: number): Edit | null {
  const fields = fieldsOf(value);
  count.left -= 1;
  if (!fields || count.left < 0) return null;
  const { op, index, from, to } = fields;
  switch (op) {
    case 'insert':
    case 'remove': {
      const segment = readSegment(fields['segment']);
      return isIndex(index) && segment ? { op, index, segment } : null;
    }
    case 'trim': {
      const [before, after] = [readRange(from), readRange(to)];
      return isName(fields['segment']) && before && after
        ? { op, segment: fields['segment'], from: before, to: after }
        : null;
    }
    case 'play': {
      const [before, after] = [readSegment(from), readSegment(to)];
      return before && after && before.id === after.id ? { op, from: before, to: after } : null;
    }
    case 'overlays':
      return readListed(op, fields, readOverlay) as Edit | null;
    case 'strokes':
      return readListed(op, fields, readStrokeChange) as Edit | null;
    case 'finish': {
      const [before, after] = [READERS.finish(from), READERS.finish(to)];
      return before && after ? { op, from: before, to: after } : null;
    }
    case 'chapters':
    case 'cover':
      return readValue(op, from, to);
    case 'together':
      return readTogether(fields, count, depth);
    default:
      return null;
  }
}

function readTogether(fields: Readonly<Record<string, unknown>>, count: { left: number }, depth: number): Edit | null {
  const { act, edits } = fields;
  const done = readAct(act);
  if (!done || !Array.isArray(edits) || edits.length > count.left || depth >= DEEPEST) return null;
  const items = edits.map((one) => read(one, count, depth + 1));
  return items.includes(null) ? null : { op: 'together', act: done, edits: items as Edit[] };
}

function readAct(value: unknown): EditAct | null {
  const { kind, at, length } = fieldsOf(value) ?? {};
  const known = ACT_KINDS.find((one) => one === kind);
  return known && isTime(at) && Number.isSafeInteger(length) ? { kind: known, at, length: length as typeof at } : null;
}

/** Null is a value here: nothing was, or nothing is to be. */
function readValue(op: 'chapters' | 'cover', from: unknown, to: unknown): Edit | null {
  const [before, after] = [from, to].map((one) => (one === null ? null : (READERS[op](one) ?? undefined)));
  return before === undefined || after === undefined ? null : ({ op, from: before, to: after } as Edit);
}

function readListed(
  op: 'overlays' | 'strokes',
  { index, from, to }: Readonly<Record<string, unknown>>,
  reader: (value: unknown) => object | null,
): object | null {
  const [before, after] = [from, to].map((one) => (one === null ? null : (reader(one) ?? undefined)));
  if (!isIndex(index) || before === undefined || after === undefined || (before === null && after === null))
    return null;
  return { op, index, from: before, to: after };
}

const isIndex = (value: unknown): value is number => Number.isSafeInteger(value) && (value as number) >= 0;

function readRange(value: unknown) {
  const { start, end } = fieldsOf(value) ?? {};
  return isTime(start) && isTime(end) && end > start ? { start, end } : null;
}

/** The segments of `after` that are not in `before` as they are now: what a change has to answer for. */
export function touchedBy(before: EditList, after: EditList): readonly Segment[] {
  const there = new Set(before.segments);
  return after.segments.filter((segment) => !there.has(segment));
}

/** What a list may not become, however small the change was that touched these segments; null when nothing is wrong. */
export function editsFault(edits: EditList, touched: readonly Segment[] = []): 'too-much' | 'too-long' | null {
  const { segments, overlays = [], strokes = [] } = edits;
  if (segments.length > LIMITS.segments || overlays.length > LIMITS.overlays || strokes.length > LIMITS.strokes)
    return 'too-much';
  if (touched.some((one) => one.card && one.end - one.start > LONGEST_CARD)) return 'too-long';
  return programmeOf(edits).length > LONGEST_PROGRAMME ? 'too-long' : null;
}
