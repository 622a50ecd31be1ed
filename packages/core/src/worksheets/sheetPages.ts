import { isStroke, TakeIndex, type Mark, type Stroke } from '../log/index.ts';
import { boundsOf } from '../ink/index.ts';
import { MOST_THINGS, type Thing, type WrittenStroke } from '../pages/index.ts';
import type { SheetEvent } from './sheetLog.ts';

/** What lies on each of these pages when all of this has happened; pages with nothing on them are left out. */
export function marksOf(events: readonly SheetEvent[], pages: readonly string[]): ReadonlyMap<string, readonly Mark[]> {
  const index = new TakeIndex(events);
  return new Map(
    pages.flatMap((page) => {
      const marks = index.finalMarks(page);
      return marks.length > 0 ? [[page, marks] as const] : [];
    }),
  );
}

export interface WrittenPage {
  /** What is placed on the page, with what was written above it: texts and pictures, and all strokes as one ink. */
  readonly things: readonly Thing[];
  /** What did not find a place, because a page holds 300 things: 0 as a rule. */
  readonly left: number;
}

/** The things of a page that was written on. `id` names the ink among them. */
export function writtenPage(things: readonly Thing[], marks: readonly Mark[], id: string): WrittenPage {
  const strokes = marks.filter(isStroke);
  const placed = marks.flatMap((mark) => (isStroke(mark) ? [] : [mark.thing]));
  const room = Math.max(0, MOST_THINGS - things.length - (strokes.length > 0 ? 1 : 0));
  return {
    things: [...things, ...placed.slice(0, room), ...(strokes.length > 0 ? [inkOf(strokes, id)] : [])],
    left: Math.max(0, placed.length - room),
  };
}

function inkOf(strokes: readonly Stroke[], id: string): Thing {
  const bounds = strokes.map(({ points, pen }) => boundsOf(points, pen.width / 2));
  const x = bounds.reduce((least, one) => Math.min(least, one.left), Infinity);
  const y = bounds.reduce((least, one) => Math.min(least, one.top), Infinity);
  const right = bounds.reduce((most, one) => Math.max(most, one.right), x);
  const foot = bounds.reduce((most, one) => Math.max(most, one.bottom), y);
  return { id, kind: 'ink', x, y, width: right - x, height: foot - y, strokes: strokes.map(written) };
}

/** A stroke as it lies there; ink that would fade stays. */
function written({ pen: { colour, width, kind }, points, form }: Stroke): WrittenStroke {
  const pen = { colour, width, ...(kind === 'highlighter' ? { kind: 'highlighter' as const } : {}) };
  return { pen, points, ...(form ? { form } : {}) };
}

/** How many strokes, texts and pictures lie on a sheet. */
export const countOf = (marks: ReadonlyMap<string, readonly Mark[]>): number =>
  [...marks.values()].reduce((sum, all) => sum + all.length, 0);
