import { clampTime, timeText, ZERO, type Micros, type TimeRange } from '@oakbell/core/clock';
import {
  cutStretch,
  cutStretches,
  movePart,
  programmeOf,
  putBack,
  revise,
  seamsOf,
  shortened,
  splitAt,
  type Edit,
  type Seam,
} from '@oakbell/core/edits';
import { useState } from 'react';
import type { SeamMark } from '../../kits/timeline/index.ts';
import type { Lesson } from '../../shared/api/index.ts';
import type { CutActs } from './CutTools.tsx';
import { quietestNear } from './ends.ts';
import { BREATH } from './QuietList.tsx';
import type { useChange } from './useChange.ts';

interface Setting {
  readonly lesson: Lesson;
  /** Of the timeline, a hundred a second. */
  readonly peaks: Uint8Array;
  /** The timeline is so much ahead of the lesson: what was trimmed from the start. */
  readonly offset: Micros;
  /** Where the playhead stands on the timeline. */
  readonly time: Micros;
  readonly change: ReturnType<typeof useChange>;
  readonly standAt: (time: Micros) => void;
}

const newId = (): string => crypto.randomUUID();

/** Marking and cutting on the timeline. Everything that goes in and out is in the timeline's time. */
export function useCutting({ lesson, peaks, offset, time, change, standAt }: Setting) {
  const [marked, mark] = useState<TimeRange | null>(null);
  const { edits } = lesson;
  const { length } = programmeOf(edits);
  const inLesson = (at: number): Micros => clampTime((at - offset) as Micros, ZERO, length);
  const rangeInLesson = ({ start, end }: TimeRange): TimeRange => ({ start: inLesson(start), end: inLesson(end) });
  const save = (edit: Edit | null, stand?: Micros) => {
    if (!edit || change.isPending) return;
    if (stand !== undefined) standAt(stand);
    change.mutate((now) => revise(now.edits, now.history, edit));
  };
  const acts: CutActs = {
    markStart: () => mark(rightWay(time, Math.max(time, marked?.end ?? time))),
    markEnd: () => mark(rightWay(Math.min(time, marked?.start ?? time), time)),
    cut: () => {
      if (!marked) return;
      const snapped = { start: quietestNear(peaks, marked.start), end: quietestNear(peaks, marked.end) };
      save(cutStretch(edits, rangeInLesson(snapped), newId), snapped.start);
      mark(null);
    },
    split: () => save(splitAt(edits, inLesson(quietestNear(peaks, time)), newId)),
    move: (by) => {
      const index = programmeOf(edits).starts.findLastIndex((start) => start <= inLesson(time));
      save(movePart(edits, index, by));
    },
  };
  const shorten = (stretches: readonly TimeRange[]) => {
    const cuts = stretches.map(rangeInLesson).flatMap((stretch) => shortened(stretch, BREATH) ?? []);
    save(cutStretches(edits, cuts, newId, 'shorten'));
    mark(null);
  };
  const seams = seamsOf(edits).map((seam): SeamMark => {
    const at = (seam.at + offset) as Micros;
    const label = seamWords(seam, at);
    return seam.left === null ? { at, label } : { at, label, onOpen: () => save(putBack(edits, seam)) };
  });
  return { marked, mark, acts, shorten, seams };
}

const rightWay = (start: number, end: number): TimeRange => ({ start: start as Micros, end: end as Micros });

function seamWords({ left }: Seam, at: Micros): string {
  if (left === null) return `The next take begins at ${timeText(at)}`;
  if (left === 0) return `Split at ${timeText(at)}. Join again`;
  return `Cut of ${timeText(left, { tenths: true })} at ${timeText(at)}. Put it back`;
}
