import { chosenLevel, type Choice, type Criteria } from './rubric.ts';

/* What a class was given to hand in, and what came of it: by learner, by piece of work, and in words. */

/**
 * How it stands with one learner's piece of work. `open`: it is not due yet. `missing`: it is, and nothing was handed in.
 * `waiting`: handed in, and not handed back. `excused`: it is not asked of them.
 */
export const CELL_STATES = ['open', 'missing', 'waiting', 'back', 'excused'] as const;
export type CellState = (typeof CELL_STATES)[number];

/** A piece of work that a class was given. */
export interface Work {
  readonly assignmentId: string;
  /** The most points there are; null where none are given. */
  readonly points: number | null;
}
/** One learner's piece of work; there is none where they were not given it. */
export interface BookCell {
  readonly assignmentId: string;
  readonly learnerId: string;
  readonly state: CellState;
  /** What was handed back; null before that, and where no points were given. */
  readonly points: number | null;
  /** How many days after it was due it was handed in, begun ones as whole ones; 0 for what was in time. */
  readonly lateDays: number;
}

interface Facts {
  readonly handedIn: boolean;
  readonly handedBack: boolean;
  readonly excused: boolean;
  /** Due for this learner. */
  readonly due: Date;
}

/** What was handed back stands, whatever else is said of it; who is excused owes nothing. */
export function cellState({ handedIn, handedBack, excused, due }: Facts, now: Date): CellState {
  if (handedBack) return 'back';
  if (excused) return 'excused';
  if (handedIn) return 'waiting';
  return due < now ? 'missing' : 'open';
}

/** How a class counts what is missing and what is late, as its teachers chose. Per cent of what a piece of work is worth. */
export interface Grading {
  /** What is missing counts as no points; otherwise it is left out. */
  readonly missingCounts: boolean;
  /** Taken off for each day that it is late. */
  readonly latePerDay: number;
  /** Taken off at most. */
  readonly lateMost: number;
}
/** As long as nobody has chosen: nothing is taken off, and what is missing is left out. */
export const PLAIN_GRADING: Grading = { missingCounts: false, latePerDay: 0, lateMost: 100 };

const DAY_MS = 86_400_000;
/** How many days late something is: begun ones as whole ones, 0 for what was in time. */
export const lateDaysOf = (handedInAt: Date, due: Date): number =>
  Math.max(0, Math.ceil((handedInAt.getTime() - due.getTime()) / DAY_MS));

/** What of the points counts once what is late is taken off: to hundredths, never under 0. @param worth its most points */
export function countedPoints(points: number, worth: number, lateDays: number, grading: Grading): number {
  const off = (worth * Math.min(grading.lateMost, grading.latePerDay * lateDays)) / 100;
  return Math.max(0, Math.round((points - off) * 100) / 100);
}

const STATE_WORDS: Readonly<Record<CellState, string>> = {
  open: 'not due',
  missing: 'missing',
  waiting: 'waits',
  back: 'back',
  excused: 'excused',
};

/** A cell in words: what counts of it, and what was given where that is more. @param worth its most points */
export function cellWords(cell: BookCell, worth: number | null, grading: Grading): string {
  const { state, points, lateDays } = cell;
  const late = lateDays === 0 ? '' : ` · ${count(lateDays, 'a day', 'days')} late`;
  if (points === null || worth === null) return `${points ?? STATE_WORDS[state]}${late}`;
  const counted = countedPoints(points, worth, lateDays, grading);
  return `${counted}${counted < points ? ` of ${points} given` : ''}${late}`;
}

/** The rules in words, as they are said to whoever is marked by them. */
export function gradingSentence({ missingCounts, latePerDay, lateMost }: Grading): string {
  const most = lateMost < 100 ? `, ${lateMost} % at most` : '';
  const late =
    latePerDay === 0
      ? 'Nothing is taken off for what comes late.'
      : `${latePerDay} % of what it is worth is taken off for each day late${most}.`;
  return `${late} What is missing ${missingCounts ? 'counts as no points' : 'is left out'}.`;
}

/** Points, of how many. */
export interface Sum {
  readonly points: number;
  readonly of: number;
}
/** As a share; null where there was nothing to be had. */
export const shareOf = ({ points, of }: Sum): number | null => (of === 0 ? null : points / of);

/**
 * What a learner's pieces of work come to: those that were handed back with points, each out of what it was worth, by the
 * rules of their class.
 */
export function sumOf(cells: readonly BookCell[], works: readonly Work[], grading: Grading): Sum {
  const most = new Map(works.map((work) => [work.assignmentId, work.points]));
  let [points, of] = [0, 0];
  for (const cell of cells) {
    const worth = most.get(cell.assignmentId) ?? null;
    if (worth === null) continue;
    const counts =
      (cell.state === 'back' && cell.points !== null) || (grading.missingCounts && cell.state === 'missing');
    if (!counts) continue;
    points += cell.points === null ? 0 : countedPoints(cell.points, worth, cell.lateDays, grading);
    of += worth;
  }
  return { points: Math.round(points * 100) / 100, of };
}

/** How a piece of work went: of those that were handed back with points. Shares; null where there were none. */
export interface WorkStats {
  readonly counts: Readonly<Record<CellState, number>>;
  readonly mean: number | null;
  readonly median: number | null;
  readonly lowest: number | null;
  readonly highest: number | null;
}

export function workStats(cells: readonly BookCell[], { points: most }: Work): WorkStats {
  const counts = Object.fromEntries(CELL_STATES.map((state) => [state, 0])) as Record<CellState, number>;
  for (const { state } of cells) counts[state] += 1;
  const shares = cells
    .flatMap(({ state, points }) => (state === 'back' && points !== null && most ? points / most : []))
    .sort((a, b) => a - b);
  const middle = (shares.length - 1) / 2;
  const at = (i: number): number | null => shares[i] ?? null;
  const [low, high] = [at(Math.floor(middle)), at(Math.ceil(middle))];
  return {
    counts,
    mean: shares.length === 0 ? null : shares.reduce((sum, one) => sum + one, 0) / shares.length,
    median: low === null || high === null ? null : (low + high) / 2,
    lowest: at(0),
    highest: at(shares.length - 1),
  };
}

/** How a class did in one line of a rubric: how many have a level in it, and what share of its best they have on average. */
export interface LineStats {
  readonly name: string;
  readonly count: number;
  readonly mean: number | null;
}
/** @param filled what was chosen for each, those that were handed back; choices of other rubrics count for nothing */
export const lineStats = (criteria: Criteria, filled: readonly (readonly Choice[])[]): readonly LineStats[] =>
  criteria.map((criterion) => {
    const best = Math.max(...criterion.levels.map(({ points }) => points));
    const chosen = filled.flatMap((choices) => chosenLevel(criterion, choices) ?? []);
    const sum = chosen.reduce((all, { points }) => all + points, 0);
    const mean = chosen.length === 0 || best === 0 ? null : sum / chosen.length / best;
    return { name: criterion.name, count: chosen.length, mean };
  });

/** The line that a class met least, in words; nothing where there is none, or it was met whole. */
export function weakestLine(lines: readonly LineStats[]): string {
  const [weakest] = lines
    .flatMap(({ name, mean }) => (mean === null ? [] : [{ name, mean }]))
    .sort((a, b) => a.mean - b.mean);
  if (!weakest || weakest.mean >= 1) return '';
  return `${weakest.name} was met least: ${percent(weakest.mean)} on average.`;
}

/** How many learners have which share of what was to be had, in steps of a tenth: the last holds all of it as well. */
export function sharesInTenths(shares: readonly number[]): readonly number[] {
  const tenths = Array.from({ length: 10 }, () => 0);
  for (const share of shares) {
    const i = Math.min(9, Math.max(0, Math.floor(share * 10 + 1e-9)));
    tenths[i] = (tenths[i] ?? 0) + 1;
  }
  return tenths;
}

export const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** How shares spread over a class, in words. */
export function spreadSentence(shares: readonly number[]): string {
  if (shares.length === 0) return 'Nobody has points yet.';
  const mean = shares.reduce((sum, one) => sum + one, 0) / shares.length;
  const low = shares.filter((share) => share < 0.5).length;
  const under = low === 0 ? 'nobody is under half' : count(low, 'one is under half', 'are under half');
  return `On average ${percent(mean)} of what was to be had; ${under}.`;
}

const count = (n: number, one: string, many: string): string => (n === 1 ? one : `${n} ${many}`);

/** How it stands with all of it, and whom to ask first. @param missingBy how many pieces are missing, by learner's name */
export function bookSentence(cells: readonly BookCell[], missingBy: ReadonlyMap<string, number>): string {
  const due = cells.filter(({ state }) => state !== 'open' && state !== 'excused');
  if (due.length === 0) return 'Nothing was due yet.';
  const of = (state: CellState): number => due.filter((cell) => cell.state === state).length;
  const parts = [
    `${of('back')} of ${count(due.length, 'one piece of work', 'pieces of work')} that were due ${of('back') === 1 ? 'is' : 'are'} handed back`,
    ...(of('waiting') > 0 ? [`${count(of('waiting'), 'one waits', 'wait')} for you`] : []),
    ...(of('missing') > 0 ? [count(of('missing'), 'one is missing', 'are missing')] : []),
  ];
  const [most] = [...missingBy].sort(([, a], [, b]) => b - a);
  const ask = most && most[1] > 1 ? ` Ask ${most[0]} first: ${most[1]} are missing.` : '';
  return `${parts.join(', ')}.${ask}`;
}
