import * as v from 'valibot';
import { ACT_KINDS, type Edit, type EditList } from './editList.ts';
import { programmeOf } from './programme.ts';
import {
  chapters,
  cover,
  finish,
  LIMITS,
  LONGEST_CARD,
  LONGEST_PROGRAMME,
  name,
  overlay,
  range,
  segment,
  shift,
  strokeChange,
  time,
} from './reading.ts';
import { isCard, type Segment } from './segment.ts';

/** So many edits at most are one act, and so deep they may lie in each other. */
export const MOST_TOGETHER = 20_000;
const DEEPEST = 3;

const index = v.pipe(v.number(), v.safeInteger(), v.minValue(0));
/** Something laid over is added, changed, or taken away: null is a value here, but not on both sides. */
const listed = <Name extends 'overlays' | 'strokes', T>(op: Name, one: v.GenericSchema<unknown, T>) =>
  v.pipe(
    v.object({ op: v.literal(op), index, from: v.nullable(one), to: v.nullable(one) }),
    v.check(({ from, to }) => from !== null || to !== null, 'neither from nor to'),
  );
const single = [
  v.object({ op: v.picklist(['insert', 'remove']), index, segment }),
  v.object({ op: v.literal('trim'), segment: name, from: range, to: range }),
  v.pipe(
    v.object({ op: v.literal('play'), from: segment, to: segment }),
    v.check(({ from, to }) => from.id === to.id, 'not the same segment'),
  ),
  listed('overlays', overlay),
  listed('strokes', strokeChange),
  v.object({ op: v.literal('finish'), from: finish, to: finish }),
  v.object({ op: v.literal('chapters'), from: v.nullable(chapters), to: v.nullable(chapters) }),
  v.object({ op: v.literal('cover'), from: v.nullable(cover), to: v.nullable(cover) }),
] as const;
const act = v.object({ kind: v.picklist(ACT_KINDS), at: time, length: shift });

/** The schema of an edit that may hold others, so many levels of them. */
function editOf(levels: number): v.GenericSchema<unknown, Edit> {
  if (levels === 0) return v.variant('op', single);
  const edits = v.array(editOf(levels - 1));
  return v.variant('op', [...single, v.object({ op: v.literal('together'), act, edits })]);
}
const edit = editOf(DEEPEST);

/** Reads an edit from JSON; null where it is not one. Whether it applies, the list has to say. */
export function readEdit(value: unknown): Edit | null {
  if (countOf(value) > MOST_TOGETHER) return null;
  const read = v.safeParse(edit, value, { abortEarly: true });
  return read.success ? read.output : null;
}

/** How many edits there are in all, before anything in them is looked at. */
function countOf(value: unknown, level = 0): number {
  const edits: unknown = typeof value === 'object' && value !== null && 'edits' in value ? value.edits : null;
  if (!Array.isArray(edits) || level >= DEEPEST) return 1;
  return edits.reduce<number>((sum, one) => sum + countOf(one, level + 1), 1);
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
  if (touched.some((one) => isCard(one) && one.end - one.start > LONGEST_CARD)) return 'too-long';
  return programmeOf(edits).length > LONGEST_PROGRAMME ? 'too-long' : null;
}
