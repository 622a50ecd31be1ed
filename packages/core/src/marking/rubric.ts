/*
 * A rubric: what is looked at in a piece of work, line by line, and what each line may come to. Points and weights are
 * numbers with two places at most; what is counted from them is counted in whole hundredths, so that 0.1 + 0.2 is 0.3.
 */

/** How far a line was met. */
export interface Level {
  /** Its own in its criterion, and the same from version to version. */
  readonly id: string;
  readonly name: string;
  readonly points: number;
  readonly description: string;
}
/** A line of a rubric. */
export interface Criterion {
  readonly id: string;
  readonly name: string;
  /** Its points count so many times. */
  readonly weight: number;
  /** As they stand beside each other. */
  readonly levels: readonly Level[];
}
export type Criteria = readonly Criterion[];
/** The level that was chosen for a line. A line that has none is not there. */
export interface Choice {
  readonly criterion: string;
  readonly level: string;
}

export const LONGEST_RUBRIC_NAME = 120;
export const LONGEST_CRITERION = 120;
export const LONGEST_LEVEL = 60;
export const LONGEST_DESCRIPTION = 500;
export const MOST_CRITERIA = 12;
/** Levels are chosen by the keys 1 to 9. */
export const MOST_LEVELS = 9;
export const MOST_LEVEL_POINTS = 100;
export const MOST_WEIGHT = 10;
export const LONGEST_REASON = 500;

/** What keeps criteria from being a rubric. */
export type RubricFault = 'no-criteria' | 'no-levels' | 'same-id' | 'no-points' | 'too-fine';

/** What is wrong with them as a whole; null when nothing is. That each field is within its limits is looked at before. */
export function rubricFault(criteria: Criteria): RubricFault | null {
  if (criteria.length === 0) return 'no-criteria';
  if (criteria.some(({ levels }) => levels.length < 2)) return 'no-levels';
  const isTwice = (ids: readonly string[]): boolean => new Set(ids).size < ids.length;
  if (isTwice(criteria.map(({ id }) => id)) || criteria.some(({ levels }) => isTwice(levels.map(({ id }) => id))))
    return 'same-id';
  const numbers = criteria.flatMap(({ weight, levels }) => [weight, ...levels.map(({ points }) => points)]);
  if (numbers.some((one) => Math.abs(hundredths(one) - one * 100) > 1e-6)) return 'too-fine';
  return mostOf(criteria) > 0 ? null : 'no-points';
}

const hundredths = (number: number): number => Math.round(number * 100);
const mostOf = (criteria: Criteria): number =>
  criteria.reduce((sum, { weight, levels }) => sum + weight * Math.max(...levels.map(({ points }) => points)), 0);

/** What the choices come to. */
export interface Total {
  /** Points times weights, of the lines that have a level. */
  readonly points: number;
  /** What there would be if every line were met whole. */
  readonly most: number;
  /** How many lines have a level, and how many there are. */
  readonly filled: number;
  readonly lines: number;
}

/** @param choices at most one for a criterion; those that are not of this rubric count for nothing */
export function totalOf(criteria: Criteria, choices: readonly Choice[]): Total {
  // Of weight and points in hundredths each the product is in ten-thousandths.
  let points = 0;
  let filled = 0;
  for (const criterion of criteria) {
    const level = chosenLevel(criterion, choices);
    if (!level) continue;
    filled += 1;
    points += hundredths(criterion.weight) * hundredths(level.points);
  }
  return {
    points: points / 10_000,
    most: Math.round(mostOf(criteria) * 10_000) / 10_000,
    filled,
    lines: criteria.length,
  };
}

/** The level that was chosen for a line; null when none was. */
export function chosenLevel(criterion: Criterion, choices: readonly Choice[]): Level | null {
  const choice = choices.find((one) => one.criterion === criterion.id);
  return criterion.levels.find(({ id }) => id === choice?.level) ?? null;
}

/**
 * The points of an assignment that a total comes to: the same where the rubric is worth as many, otherwise in proportion
 * and rounded to halves, a quarter upwards.
 * @param outOf the most points of the assignment, above 0
 */
export const gradeOf = ({ points, most }: Total, outOf: number): number =>
  most === outOf ? points : Math.round((points / most) * outOf * 2) / 2;

/** Whether points are other than what the rubric comes to; what has no points, or no line filled, is not. */
export function isOwnGrade(points: number | null, total: Total | null, outOf: number | null): boolean {
  if (points === null || outOf === null || outOf === 0 || !total || total.filled === 0) return false;
  return hundredths(points) !== hundredths(gradeOf(total, outOf));
}

/**
 * The points once a rubric is filled otherwise: they follow it for as long as they are what it came to, or none were
 * given; points of one's own stay.
 */
export function pointsAfter(given: number | null, before: Total, after: Total, outOf: number): number | null {
  if (given !== null && (before.filled === 0 || isOwnGrade(given, before, outOf))) return given;
  return after.filled === 0 ? null : gradeOf(after, outOf);
}

/** One sentence that tells how a total and points hang together. */
export function totalSentence(total: Total, outOf: number | null): string {
  const { points, most, filled, lines } = total;
  const open =
    filled < lines ? ` ${lines - filled === 1 ? 'One line is' : `${lines - filled} lines are`} still open.` : '';
  if (outOf === null || outOf === 0) return `${plain(points)} of ${plain(most)} in the rubric.${open}`;
  const grade = gradeOf(total, outOf);
  if (most === outOf) return `${plain(points)} of ${plain(most)} points by the rubric.${open}`;
  return `${plain(points)} of ${plain(most)} in the rubric make ${plain(grade)} of ${plain(outOf)} points, rounded to halves.${open}`;
}

/** A number with two places at most, without noughts at its end. */
const plain = (number: number): string => String(hundredths(number) / 100);

/** The choices that still stand where a rubric was changed: those whose line and level are there by the same names. */
export const carriedOver = (choices: readonly Choice[], to: Criteria): readonly Choice[] =>
  choices.filter((choice) =>
    to.some(({ id, levels }) => id === choice.criterion && levels.some((level) => level.id === choice.level)),
  );

/** Choices with one more: in place of what its line had, or, with no level, without it. In the order of the rubric. */
export function withChoice(
  criteria: Criteria,
  choices: readonly Choice[],
  criterion: string,
  level: string | null,
): readonly Choice[] {
  return criteria.flatMap(({ id }) => {
    if (id === criterion) return level === null ? [] : [{ criterion, level }];
    return choices.filter((one) => one.criterion === id);
  });
}

/** Whether two sets of choices are the same, in whatever order. */
export const sameChoices = (a: readonly Choice[], b: readonly Choice[]): boolean =>
  a.length === b.length &&
  a.every(({ criterion, level }) => b.some((one) => one.criterion === criterion && one.level === level));
