/* Changes to the things on a page, as new lists; and what was before, so that they can be taken back. */
import { mergedThings, readThings, SMALLEST_THING, type Rect, type Thing } from '@oakbell/core/pages';

export interface ThingHistory {
  readonly now: readonly Thing[];
  readonly before: readonly (readonly Thing[])[];
  readonly after: readonly (readonly Thing[])[];
}
export const historyOf = (now: readonly Thing[]): ThingHistory => ({ now, before: [], after: [] });

export const changed = (history: ThingHistory, now: readonly Thing[]): ThingHistory => ({
  now,
  before: [...history.before, history.now],
  after: [],
});
/** The same history when there is nothing to take back. */
export function stepBack({ now, before, after }: ThingHistory): ThingHistory {
  const last = before.at(-1);
  return last ? { now: last, before: before.slice(0, -1), after: [now, ...after] } : { now, before, after };
}
export function stepForward({ now, before, after }: ThingHistory): ThingHistory {
  const [next, ...rest] = after;
  return next ? { now: next, before: [...before, now], after: rest } : { now, before, after };
}

/**
 * The history on top of what the server has of the page: what somebody else did is shown, what is taken back afterwards
 * is one's own, and theirs stays. The same history where the server has what is here.
 */
export function onTopOf(theirs: readonly Thing[], history: ThingHistory, makeId: () => string): ThingHistory {
  // Things are compared as the server keeps them: a length that it has rounded was changed by nobody.
  const now = asKept(history.now);
  if (JSON.stringify(now) === JSON.stringify(asKept(theirs))) return history;
  const moved = (mine: readonly Thing[]) =>
    mergedThings({ base: now, mine: asKept(mine), theirs: asKept(theirs) }, makeId)?.things ?? mine;
  return { now: theirs, before: history.before.map(moved), after: history.after.map(moved) };
}

function asKept(things: readonly Thing[]): readonly Thing[] {
  const read = readThings(things);
  return read.ok ? read.things : things;
}

export const withThing = (things: readonly Thing[], id: string, change: Partial<Thing>): readonly Thing[] =>
  things.map((thing) => (thing.id === id ? ({ ...thing, ...change } as Thing) : thing));

export const without = (things: readonly Thing[], id: string): readonly Thing[] =>
  things.filter((thing) => thing.id !== id);

/** Moves a thing one layer up (1) or down (−1); at the end of the list it stays. */
export function layered(things: readonly Thing[], id: string, by: 1 | -1): readonly Thing[] {
  const at = things.findIndex((thing) => thing.id === id);
  const to = at + by;
  if (at < 0 || to < 0 || to >= things.length) return things;
  return things.toSpliced(at, 1).toSpliced(to, 0, things[at]!);
}

/** Which sides a handle moves. */
export interface Handle {
  readonly x: -1 | 0 | 1;
  readonly y: -1 | 0 | 1;
}

/** A rectangle with the sides of a handle dragged by so much; `keepShape` keeps its proportions. */
export function resized(
  rect: Rect,
  handle: Handle,
  by: { readonly x: number; readonly y: number },
  keepShape: boolean,
): Rect {
  const width = Math.max(SMALLEST_THING, rect.width + handle.x * by.x);
  let height = Math.max(SMALLEST_THING, rect.height + handle.y * by.y);
  let across = width;
  if (keepShape) {
    const scale = handle.x === 0 ? height / rect.height : width / rect.width;
    across = rect.width * scale;
    height = rect.height * scale;
  }
  return {
    x: handle.x < 0 ? rect.x + rect.width - across : rect.x,
    y: handle.y < 0 ? rect.y + rect.height - height : rect.y,
    width: across,
    height,
  };
}

/** Pictures and formulas keep their shape; text and shapes do not. */
export const keepsShape = (thing: Thing): boolean => thing.kind === 'picture' || thing.kind === 'formula';
