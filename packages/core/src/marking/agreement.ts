/* How far two who marked the same work, unseen by each other, agree: in points, and line by line of a rubric. */
import type { Choice, Criteria } from './rubric.ts';

/** What one marker gave. */
export interface GivenMarks {
  readonly points: number | null;
  /** How the lines of the rubric were filled. */
  readonly choices: readonly Choice[];
}
/** A piece of work that both have marked. */
export interface MarkedTwice {
  readonly first: GivenMarks;
  readonly second: GivenMarks;
}
export interface LineAgreement {
  readonly criterion: string;
  readonly name: string;
  /** Of how many both have chosen a level, and of how many of them the same. */
  readonly both: number;
  readonly same: number;
  /** 1 for the same levels throughout, 0 for what chance would give; null where chance alone would give the same. */
  readonly kappa: number | null;
}
export interface Agreement {
  /** How many both have given points for. */
  readonly pairs: number;
  readonly same: number;
  /** How many are at most a tenth of all points apart. */
  readonly near: number;
  /** Points between them on average, without and with their sign: above 0 where the second gives more. Null for none. */
  readonly apart: number | null;
  readonly more: number | null;
  readonly lines: readonly LineAgreement[];
}

/** How near is near, as a share of all points. */
const NEAR = 0.1;
/** Points have two places: what differs by less is the same. */
const SAME = 0.005;

/**
 * @param most the most points there are; null where none are given
 * @param criteria the rubric that both filled; null where there is none. Choices that are not of it count for nothing
 */
export function agreementOf(pairs: readonly MarkedTwice[], most: number | null, criteria: Criteria | null): Agreement {
  const gaps = pairs.flatMap(({ first, second }) =>
    first.points === null || second.points === null ? [] : second.points - first.points,
  );
  const within = (limit: number): number => gaps.filter((gap) => Math.abs(gap) <= limit + SAME).length;
  const mean = (numbers: readonly number[]): number | null =>
    numbers.length === 0 ? null : numbers.reduce((sum, one) => sum + one, 0) / numbers.length;
  return {
    pairs: gaps.length,
    same: within(0),
    near: within(NEAR * (most ?? 0)),
    apart: mean(gaps.map(Math.abs)),
    more: mean(gaps),
    lines: (criteria ?? []).map(({ id, name, levels }) => {
      const place = ({ choices }: GivenMarks): number =>
        levels.findIndex((level) => level.id === choices.find((one) => one.criterion === id)?.level);
      const chosen = pairs
        .map(({ first, second }) => [place(first), place(second)] as const)
        .filter(([a, b]) => a >= 0 && b >= 0);
      const same = chosen.filter(([a, b]) => a === b).length;
      return { criterion: id, name, both: chosen.length, same, kappa: kappaOf(chosen, levels.length) };
    }),
  };
}

/**
 * Weighted kappa with linear weights (Cohen, Psychological Bulletin 70, 1968): 1 − observed distance ÷ distance by chance.
 * Levels stand in order, so that the next one is nearer than the one after it.
 * @param pairs places of levels, 0 to `levels` − 1
 */
function kappaOf(pairs: readonly (readonly [number, number])[], levels: number): number | null {
  const count = (which: 0 | 1): readonly number[] =>
    Array.from({ length: levels }, (_, level) => pairs.filter((pair) => pair[which] === level).length);
  const [firsts, seconds] = [count(0), count(1)];
  const observed = pairs.reduce((sum, [a, b]) => sum + Math.abs(a - b), 0);
  let byChance = 0;
  for (const [a, ofFirst] of firsts.entries())
    for (const [b, ofSecond] of seconds.entries()) byChance += (Math.abs(a - b) * ofFirst * ofSecond) / pairs.length;
  return byChance > 0 ? 1 - observed / byChance : null;
}

/** The same in words. */
export function agreementSentence({ pairs, same, near, apart, more }: Agreement): string {
  if (pairs === 0 || apart === null || more === null) return 'Nothing has points by both yet.';
  const of = pairs === 1 ? 'The one that both have marked' : `Of ${pairs} that both have marked, ${same}`;
  const head =
    pairs === 1
      ? `${of} ${same === 1 ? 'has the same points.' : 'has other points by each.'}`
      : `${of} ${same === 1 ? 'has' : 'have'} the same points and ${near} ${near === 1 ? 'is' : 'are'} at most a tenth apart.`;
  if (same === pairs) return head;
  const lean =
    Math.abs(more) < SAME
      ? 'neither gives more than the other'
      : `the second gives ${inTenths(Math.abs(more))} ${more > 0 ? 'more' : 'less'}`;
  return `${head} On average they are ${inTenths(apart)} points apart, and ${lean}.`;
}
const inTenths = (number: number): string => String(Math.round(number * 10) / 10);

/** How well a line agrees, in words. The steps are those of Landis and Koch, Biometrics 33, 1977, three of them put together. */
export function kappaWord(kappa: number | null): string {
  if (kappa === null) return 'always the same';
  if (kappa > 0.8) return 'almost always alike';
  if (kappa > 0.6) return 'mostly alike';
  return kappa > 0.2 ? 'often apart' : 'hardly more alike than by chance';
}
