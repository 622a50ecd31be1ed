/* Chapters: those of the page turns until someone writes others. Kept in the time of takes and cards, so they stay with what is said. */
import { ZERO, type Micros } from '../clock/index.ts';
import type { Chapter } from './dressing.ts';
import { dressingOf, type Edit, type EditList } from './editList.ts';
import { programmeTimeOf, sourceTimeAt, type Programme } from './programme.ts';

/** A chapter in programme time. */
export interface ChapterMark {
  readonly at: Micros;
  readonly title: string;
}

/** The chapters to be seen, in rising time: what was cut away is left out, and the first begins at the start. */
export function chaptersOf(
  edits: EditList,
  programme: Programme,
  turns: readonly ChapterMark[],
): readonly ChapterMark[] {
  const { chapters } = dressingOf(edits);
  const found = chapters
    ? chapters.flatMap(({ sourceId, at, title }) => {
        const time = programmeTimeOf(programme, { sourceId, time: at });
        return time === null ? [] : [{ at: time, title }];
      })
    : turns;
  const marks = found.toSorted((a, b) => a.at - b.at).filter((one, i, all) => one.at !== all[i + 1]?.at);
  return marks.map((mark, i) => (i === 0 ? { ...mark, at: ZERO } : mark));
}

/** The edit that makes these the chapters; null where they are so already. */
export function setChapters(edits: EditList, programme: Programme, marks: readonly ChapterMark[]): Edit | null {
  const to = marks.flatMap(({ at, title }): Chapter[] => {
    const place = sourceTimeAt(programme, at);
    return place && title.trim() !== '' ? [{ sourceId: place.sourceId, at: place.time, title: title.trim() }] : [];
  });
  const from = dressingOf(edits).chapters;
  return JSON.stringify(from) === JSON.stringify(to) ? null : { op: 'chapters', from, to };
}
