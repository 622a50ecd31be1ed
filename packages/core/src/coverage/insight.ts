import { micros, type Micros } from '../clock/index.ts';
import { coveredLength, intersect, type RangeSet } from '../intervals/index.ts';

/** A page as it stands on the programme's axis: all of its time, which may be in several stretches. */
export interface PageOnAxis {
  readonly id: string;
  /** What to call it: `Page 3`. */
  readonly name: string;
  readonly ranges: RangeSet;
}
/** How one learner has played a lesson, on its axis. */
export interface LearnerPlayed {
  /** What was played at all, and what more than once. */
  readonly ranges: RangeSet;
  readonly again: RangeSet;
  /** 0…1 */
  readonly share: number;
}
/** How a page was met by those who have begun. */
export interface PagePlayed {
  readonly page: PageOnAxis;
  /** How many saw at least half of it; played at least a third of it again; left it out and watched what comes after. */
  readonly seen: number;
  readonly again: number;
  readonly skipped: number;
  /** How many have not gone on after it, though more comes. */
  readonly stopped: number;
}
/** What a class's watching asks of its teacher. `count` of `of` learners do it. */
export interface Advice {
  readonly kind: 'say-again' | 'stopped' | 'skipped' | 'not-begun' | 'fine' | 'nobody-yet';
  readonly page: PageOnAxis | null;
  readonly count: number;
  readonly of: number;
}

/** A page shorter than this tells nothing of who left it out, in microseconds. */
const SHORTEST = 2_000_000;
const HALF = 1 / 2;
const THIRD = 1 / 3;
/** So many learners at least, and this share of those who have begun, make something worth a word. */
const FEWEST = 2;
const WORTH = 0.35;
/** The last breath of a lesson is often not played. */
const LAST_BREATH = 2_000_000;

/** Whether somebody has played at least a third of a page more than once. */
export const playedAgain = ({ again }: Pick<LearnerPlayed, 'again'>, { ranges }: PageOnAxis): boolean =>
  isMet(again, ranges, THIRD);

/** Whether a set covers this share of a page; nothing covers a page without any time. */
function isMet(set: RangeSet, page: RangeSet, share: number): boolean {
  const own = coveredLength(page);
  return own > 0 && coveredLength(intersect(set, page)) >= own * share;
}

/** How a class met one moment: who has begun, who has played it, and who more than once. @param at start in, end out */
export function momentPlayed(
  learners: readonly LearnerPlayed[],
  at: Micros,
): { readonly begun: number; readonly seen: number; readonly again: number } {
  const has = (set: RangeSet): boolean => set.some(({ start, end }) => start <= at && at < end);
  return {
    begun: learners.filter(({ ranges }) => ranges.length > 0).length,
    seen: learners.filter(({ ranges }) => has(ranges)).length,
    again: learners.filter(({ again }) => has(again)).length,
  };
}

/** How each page was met, in the order of the pages. @param length of the programme, in microseconds */
export function pagesPlayed(
  pages: readonly PageOnAxis[],
  learners: readonly LearnerPlayed[],
  length: Micros,
): readonly PagePlayed[] {
  const begun = learners.filter(({ ranges }) => ranges.length > 0);
  return pages.map((page) => {
    const own = coveredLength(page.ranges);
    const end = page.ranges.at(-1)?.end ?? 0;
    const isSkipped = ({ ranges }: LearnerPlayed): boolean =>
      own >= SHORTEST && !isMet(ranges, page.ranges, HALF) && furthest(ranges) > end;
    const isStopped = ({ ranges }: LearnerPlayed): boolean => {
      const last = furthest(ranges);
      // Whoever has just reached a page stopped at the one before it.
      return last < length - LAST_BREATH && page.ranges.some(({ start, end: until }) => last > start && last <= until);
    };
    const count = (is: (one: LearnerPlayed) => boolean): number => begun.filter(is).length;
    return {
      page,
      seen: count(({ ranges }) => isMet(ranges, page.ranges, HALF)),
      again: count((one) => playedAgain(one, page)),
      skipped: count(isSkipped),
      stopped: count(isStopped),
    };
  });
}

/** How far into the programme somebody has come, in microseconds. */
const furthest = (ranges: RangeSet): Micros => ranges.at(-1)?.end ?? micros(0);

/**
 * The one thing to do about it: what many played again is said again; where many stopped or what many left out is looked
 * at; those who have not begun are reminded. What weighs more comes first.
 */
export function adviceOn(pages: readonly PagePlayed[], learners: readonly LearnerPlayed[]): Advice {
  const all = learners.length;
  const begun = learners.filter(({ ranges }) => ranges.length > 0).length;
  if (begun === 0) return { kind: all === 0 ? 'fine' : 'nobody-yet', page: null, count: 0, of: all };
  const isWorth = (count: number): boolean => count >= FEWEST && count >= begun * WORTH;
  const most = (of: (one: PagePlayed) => number): PagePlayed | null =>
    pages.reduce<PagePlayed | null>((best, one) => (of(one) > (best ? of(best) : 0) ? one : best), null);
  for (const kind of ['again', 'stopped', 'skipped'] as const) {
    const found = most((one) => one[kind]);
    if (!found || !isWorth(found[kind])) continue;
    return { kind: kind === 'again' ? 'say-again' : kind, page: found.page, count: found[kind], of: begun };
  }
  const waiting = all - begun;
  if (waiting >= FEWEST && waiting >= all * WORTH) return { kind: 'not-begun', page: null, count: waiting, of: all };
  return { kind: 'fine', page: null, count: begun, of: all };
}

/** The advice as one sentence. */
export function adviceWords({ kind, page, count, of }: Advice): string {
  const name = page?.name ?? '';
  switch (kind) {
    case 'say-again':
      return `${name} was played more than once by ${count} of ${of}: say it again?`;
    case 'stopped':
      return `${count} of ${of} stopped at ${name.toLowerCase()} and did not come back: is it hard there, or long?`;
    case 'skipped':
      return `${name} was left out by ${count} of ${of}: can it be shorter?`;
    case 'not-begun':
      return `${count} of ${of} have not begun.`;
    case 'nobody-yet':
      return 'Nobody has begun yet.';
    case 'fine':
      return of === 0 ? 'Nobody has it.' : 'Nothing stands out: they watch it through.';
  }
}
