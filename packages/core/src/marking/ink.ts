/*
 * What a teacher writes on a hand-in before, or without, speaking on it. It is kept as what stands on the pages: events
 * of one moment, 0, as a take begins with. What was rubbed out on the way is not part of it.
 */
import { ZERO } from '../clock/index.ts';
import { indexMarks, isStroke, marksAt, type Mark, type TakeEvent } from '../log/index.ts';
import { isSheetEvent, type SheetEvent } from '../worksheets/index.ts';

/** What these events, of one moment, leave on all pages. Ink that goes by itself leaves nothing. */
export function standingInk(events: readonly TakeEvent[]): readonly SheetEvent[] {
  const pages = indexMarks(events.filter(isSheetEvent).map((event) => ({ ...event, at: ZERO })));
  return [...pages].flatMap(([page, marks]) => marksAt(marks, ZERO).flatMap((mark) => asEvent(page, mark)));
}

function asEvent(page: string, mark: Mark): readonly SheetEvent[] {
  const { id } = mark;
  if (isStroke(mark)) {
    const { pen, points, form } = mark;
    if (pen.kind === 'fading') return [];
    return [{ kind: 'stroke', at: ZERO, stroke: id, page, pen, points, ...(form ? { form } : {}), paused: true }];
  }
  return mark.thing.kind === 'text' ? [{ kind: 'text', at: ZERO, text: id, page, thing: mark.thing }] : [];
}
