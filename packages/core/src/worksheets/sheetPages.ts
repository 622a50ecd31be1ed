import { isStroke, TakeIndex, type Mark, type Stroke } from '../log/index.ts';
import { boundsOf } from '../ink/index.ts';
import { FARTHEST, MOST_STROKES, MOST_THINGS, readThing, type Thing, type WrittenStroke } from '../pages/index.ts';
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
  /** Texts and pictures that did not find a place, because a page holds 300 things: 0 as a rule. */
  readonly left: number;
}

/**
 * The things of a page that was written on. Whatever a log holds, what comes back is what a page may hold: ids that
 * nothing else has, places within reach. `id` begins the ids of what was written.
 */
export function writtenPage(things: readonly Thing[], marks: readonly Mark[], id: string): WrittenPage {
  const strokes = marks.filter(isStroke).filter(({ points }) => points.length > 0);
  const named = namer(things, id);
  const placed = marks.flatMap((mark) => {
    const thing = isStroke(mark) ? null : readThing({ ...mark.thing, id: named() });
    return thing ? [thing] : [];
  });
  const inks = inLots(strokes).map((lot) => inkOf(lot, named()));
  const room = Math.max(0, MOST_THINGS - things.length - inks.length);
  return {
    things: [...things, ...placed.slice(0, room), ...inks],
    left: marks.filter((mark) => !isStroke(mark)).length - Math.min(room, placed.length),
  };
}

/** Makes names that none of these things has. */
function namer(things: readonly Thing[], begin: string): () => string {
  const taken = new Set(things.map(({ id }) => id));
  let serial = 0;
  return () => {
    do serial += 1;
    while (taken.has(`${begin}-${serial}`));
    return `${begin}-${serial}`;
  };
}

/** So many strokes as one ink may hold at most. */
const inLots = (strokes: readonly Stroke[]): readonly (readonly Stroke[])[] =>
  Array.from({ length: Math.ceil(strokes.length / MOST_STROKES) }, (_, i) =>
    strokes.slice(i * MOST_STROKES, (i + 1) * MOST_STROKES),
  );

/** What lies outside of every page is drawn there and nowhere else: the place of the ink ends where places do. */
const withinReach = (value: number): number => Math.max(-FARTHEST, Math.min(FARTHEST, value));

function inkOf(strokes: readonly Stroke[], id: string): Thing {
  const bounds = strokes.map(({ points, pen }) => boundsOf(points, pen.width / 2));
  const x = withinReach(bounds.reduce((least, one) => Math.min(least, one.left), Infinity));
  const y = withinReach(bounds.reduce((least, one) => Math.min(least, one.top), Infinity));
  const right = bounds.reduce((most, one) => Math.max(most, one.right), x);
  const foot = bounds.reduce((most, one) => Math.max(most, one.bottom), y);
  const [width, height] = [Math.min(FARTHEST, right - x), Math.min(FARTHEST, foot - y)];
  return { id, kind: 'ink', x, y, width, height, strokes: strokes.map(written) };
}

/** A stroke as it lies there; ink that would fade stays. */
function written({ pen: { colour, width, kind }, points, form }: Stroke): WrittenStroke {
  const pen = { colour, width, ...(kind === 'highlighter' ? { kind: 'highlighter' as const } : {}) };
  return { pen, points, ...(form === 'straight' ? { form } : {}) };
}

/** How many strokes, texts and pictures lie on a sheet. */
export const countOf = (marks: ReadonlyMap<string, readonly Mark[]>): number =>
  [...marks.values()].reduce((sum, all) => sum + all.length, 0);
