import { clampTime, micros, ZERO, type Micros, type TimeRange } from '@oakbell/core/clock';
import {
  dressingOf,
  isCard,
  programmeOf,
  segmentAt,
  sourceTimeAt,
  type Dressing,
  type Edit,
  type EditList,
  type Programme,
  type Segment,
} from '@oakbell/core/edits';
import type { Lesson } from '../../shared/api/index.ts';
import { doing, type useChange } from './useChange.ts';

export const newId = (): string => crypto.randomUUID();

/** What every part of Polish works with. Times of the lesson are programme times; the timeline's are ahead of them. */
export interface Polish {
  readonly lesson: Lesson;
  readonly edits: EditList;
  readonly dressing: Dressing;
  readonly programme: Programme;
  /** The playhead, in programme time. */
  readonly time: Micros;
  /** What is marked, in programme time. */
  readonly marked: TimeRange | null;
  readonly busy: boolean;
  readonly change: ReturnType<typeof useChange>;
  /** Does an edit and saves it; nothing for null. Made from the list as it then stands, it waits for a save before it. */
  readonly edit: (edit: Edit | null | ((now: EditList) => Edit | null)) => void;
}

interface Setting {
  readonly lesson: Lesson;
  readonly change: ReturnType<typeof useChange>;
  /** Where the playhead stands on the timeline, and what is marked there. */
  readonly time: Micros;
  readonly marked: TimeRange | null;
  /** The timeline is so much ahead of the lesson: what was trimmed from the start. */
  readonly offset: Micros;
}

export function polishOf({ lesson, change, time, marked, offset }: Setting): Polish {
  const programme = programmeOf(lesson.edits);
  const inLesson = (at: number): Micros => clampTime(micros(at - offset), ZERO, programme.length);
  return {
    lesson,
    edits: lesson.edits,
    dressing: dressingOf(lesson.edits),
    programme,
    time: inLesson(time),
    marked: marked && { start: inLesson(marked.start), end: inLesson(marked.end) },
    busy: change.isPending,
    change,
    edit: (edit) => {
      if (edit === null) return;
      change.mutate((now) => doing(typeof edit === 'function' ? edit(now.edits) : edit));
    },
  };
}

/** What is laid over begins here and lasts so long, where nothing is marked. */
const USUAL = 4_000_000;

export interface Place extends TimeRange {
  readonly takeId: string;
}
/** The stretch of a take under the mark, or from the playhead on; null on a card. */
export function placeFor({ programme, time, marked }: Polish): Place | null {
  const range = marked ?? { start: time, end: micros(time + USUAL) };
  const start = sourceTimeAt(programme, range.start);
  const last = sourceTimeAt(programme, micros(range.end - 1));
  const own = segmentUnder(programme, range.start);
  if (!start || !own || isCard(own)) return null;
  const end = last && last.sourceId === start.sourceId && last.time > start.time ? last.time + 1 : own.end;
  return end > start.time ? { takeId: own.takeId, start: start.time, end: micros(end) } : null;
}

export const segmentUnder = (programme: Programme, time: Micros): Segment | undefined =>
  programme.segments[segmentAt(programme, time)];
