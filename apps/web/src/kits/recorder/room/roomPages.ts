import { playedUpTo } from '@oakbell/core/edits';
import { readLog, TakeIndex, type TakeEvent } from '@oakbell/core/log';
import { corePage, pictureOf, type Lesson, type TakeMaterial } from '../../../shared/api/index.ts';
import type { RoomPage } from '../companion/index.ts';

/** The pages of a lesson as the room shows them. */
export const roomPages = (lesson: Lesson): readonly RoomPage[] =>
  lesson.pages.map((page, i) => ({
    page: corePage(page),
    small: page.smallPicture && pictureOf(lesson.id)(page.smallPicture),
    name: `Page ${i + 1}`,
    cues: page.cues,
  }));

/** What the takes of the lesson, in their order, left on its pages: each as far as the lesson plays it. */
export function leftBy(lesson: Lesson, takes: readonly TakeMaterial[]): TakeIndex {
  const logs = [...playedUpTo(lesson.edits.segments)].map(([id, end]) =>
    eventsOf(takes.find((take) => take.id === id)?.log ?? '').filter((event) => event.at <= end),
  );
  return new TakeIndex([], logs);
}

function eventsOf(log: string): readonly TakeEvent[] {
  const read = readLog(log);
  return read.ok ? read.events : [];
}
