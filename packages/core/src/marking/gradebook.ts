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

/** Points, of how many. */
export interface Sum {
  readonly points: number;
  readonly of: number;
}
/** As a share; null where there was nothing to be had. */
export const shareOf = ({ points, of }: Sum): number | null => (of === 0 ? null : points / of);

/**
 * What a learner's pieces of work come to: those that were handed back with points, each out of what it was worth.
 * @param missingCounts what is missing counts as no points; otherwise it is left out
 */
export function sumOf(cells: readonly BookCell[], works: readonly Work[], missingCounts: boolean): Sum {
  const most = new Map(works.map((work) => [work.assignmentId, work.points]));
  let [points, of] = [0, 0];
  for (const cell of cells) {
    const worth = most.get(cell.assignmentId) ?? null;
    if (worth === null) continue;
    const counts = (cell.state === 'back' && cell.points !== null) || (missingCounts && cell.state === 'missing');
    if (!counts) continue;
    points += cell.points ?? 0;
    of += worth;
  }
  return { points, of };
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
