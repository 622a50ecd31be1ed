import { clampTime, micros, timeText, ZERO, type Micros, type TimeRange } from '@oakbell/core/clock';
import {
  cutStretch,
  cutStretches,
  movePart,
  playAllAt,
  programmeOf,
  putBack,
  seamsOf,
  shortened,
  splitAt,
  type Edit,
  type Seam,
} from '@oakbell/core/edits';
import { useMemo, useState } from 'react';
import type { SeamMark } from '../../kits/timeline/index.ts';
import type { Lesson } from '../../shared/api/index.ts';
import type { CutActs } from './CutTools.tsx';
import { quietestNear, SNAP_US } from './ends.ts';
import { BREATH } from './FoundLists.tsx';
import { doing, type useChange } from './useChange.ts';
import { newId } from './usePolish.ts';

interface Setting {
  readonly lesson: Lesson;
  /** Of the timeline, a hundred a second. */
  readonly peaks: Uint8Array;
  /** The timeline is so much ahead of the lesson: what was trimmed from the start. */
  readonly offset: Micros;
  /** Where the playhead stands on the timeline now: the screen may still show where it stood. */
  readonly now: () => Micros;
  readonly change: ReturnType<typeof useChange>;
  readonly standAt: (time: Micros) => void;
  /** Cuts move to the quietest place nearby. */
  readonly snaps: boolean;
}

/** Marking and cutting on the timeline. Everything that goes in and out is in the timeline's time. */
export function useCutting({ lesson, peaks, offset, now, change, standAt, snaps }: Setting) {
  const [marked, mark] = useState<TimeRange | null>(null);
  const { edits } = lesson;
  const { length } = programmeOf(edits);
  const inLesson = (at: number): Micros => clampTime(micros(at - offset), ZERO, length);
  const rangeInLesson = ({ start, end }: TimeRange): TimeRange => ({ start: inLesson(start), end: inLesson(end) });
  const save = (edit: Edit | null, stand?: Micros) => {
    if (!edit || change.isPending) return;
    if (stand !== undefined) standAt(stand);
    change.mutate(() => doing(edit));
  };
  const cut = (how: (range: TimeRange) => Edit | null) => {
    if (!marked) return;
    const snapped = snaps ? { start: quietestNear(peaks, marked.start), end: quietestNear(peaks, marked.end) } : marked;
    save(how(rangeInLesson(snapped)), snapped.start);
    mark(null);
  };
  const acts: CutActs = {
    markStart: () => mark(rightWay(now(), Math.max(now(), marked?.end ?? now()))),
    markEnd: () => mark(rightWay(Math.min(now(), marked?.start ?? now()), now())),
    cut: () => cut((range) => cutStretch(edits, range, newId)),
    split: () => {
      // Beside a seam there is nothing to split: the quiet place nearby is the seam's own.
      if (snaps && seamsOf(edits).some((seam) => Math.abs(seam.at - inLesson(now())) < SNAP_US)) return;
      save(splitAt(edits, inLesson(snaps ? quietestNear(peaks, now()) : now()), newId));
    },
    move: (by) => {
      const index = programmeOf(edits).starts.findLastIndex((start) => start <= inLesson(now()));
      save(movePart(edits, index, by));
    },
  };
  const shorten = (stretches: readonly TimeRange[]) => {
    const cuts = stretches.map(rangeInLesson).flatMap((stretch) => shortened(stretch, BREATH) ?? []);
    save(cutStretches(edits, cuts, newId, 'shorten'));
    mark(null);
  };
  const cutOut = (stretches: readonly TimeRange[]) => {
    save(cutStretches(edits, stretches.map(rangeInLesson), newId, 'cut'));
    mark(null);
  };
  const { mutate } = change;
  const seams = useMemo(
    () =>
      seamsOf(edits).map((seam): SeamMark => {
        const at = micros(seam.at + offset);
        const label = seamWords(seam, at);
        if (seam.left === null) return { at, label };
        // A seam is a place in this list and in no other.
        const open = (before: Lesson) => doing(before.edits === edits ? putBack(edits, seam) : null);
        return { at, label, onOpen: () => mutate(open) };
      }),
    [edits, offset, mutate],
  );
  const speedUp = (stretches: readonly TimeRange[], speed: number) => {
    save(playAllAt(edits, stretches.map(rangeInLesson), { speed, sound: { kind: 'room' } }, newId));
    mark(null);
  };
  return { marked, mark, acts, cut, cutOut, shorten, speedUp, seams };
}

const rightWay = (start: number, end: number): TimeRange => ({ start: micros(start), end: micros(end) });

function seamWords({ left }: Seam, at: Micros): string {
  if (left === null) return `Another part begins at ${timeText(at)}`;
  if (left === 0) return `Split at ${timeText(at)}. Join again`;
  return `Cut of ${timeText(left, { tenths: true })} at ${timeText(at)}. Put it back`;
}
