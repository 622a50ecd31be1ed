import type { Day } from './outline.ts';

/** Days without lessons, both ends in. */
export interface DaysOff {
  readonly from: Day;
  readonly to: Day;
}
/** From the first day of one term to the first of another one. */
export interface Move {
  readonly from: Day;
  readonly onto: Day;
  readonly daysOff: readonly DaysOff[];
}

const DAY_MS = 86_400_000;
const WEEK = 7;
/** No term is farther away: days of more weeks are not looked for. */
const MOST_WEEKS = 160;

/** Whether it is a day of the calendar, as yyyy-mm-dd. */
export function isDay(text: string): boolean {
  const day = new Date(`${text}T00:00:00Z`);
  return /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(day.getTime()) && day.toISOString().startsWith(text);
}

/** A day of the calendar so many days later (Gregorian; earlier where negative). */
export const daysAfter = (day: Day, days: number): Day =>
  new Date(Date.parse(`${day}T00:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10);

/** The day of the week, 1 (Monday) to 7. */
export const weekdayOf = (day: Day): number => new Date(`${day}T00:00:00Z`).getUTCDay() || 7;

const isOff = (day: Day, daysOff: readonly DaysOff[]): boolean =>
  daysOff.some(({ from, to }) => day >= from && day <= to);

/**
 * A day of one term in another: the same weekday of the same school week, where weeks in which that weekday is off are
 * left out of both terms. A day that was off itself counts as the next such weekday that was not. Null where no such day
 * is found within three years.
 */
export function movedDay(day: Day, { from, onto, daysOff }: Move): Day | null {
  const weekday = weekdayOf(day);
  const first = (since: Day) => daysAfter(since, (weekday - weekdayOf(since) + WEEK) % WEEK);
  const begins = first(from);
  // Days before the term are counted backwards, those of it onwards: the first of the term is number 0 of both.
  const back = day < begins;
  const step = back ? -WEEK : WEEK;
  let number = 0;
  for (let at = begins, weeks = 0; at !== day; at = daysAfter(at, step), weeks += 1) {
    if (weeks > MOST_WEEKS) return null;
    if (!isOff(back ? daysAfter(at, step) : at, daysOff)) number += 1;
  }
  let moved = first(onto);
  for (let weeks = 0, left = number; ; moved = daysAfter(moved, step), weeks += 1) {
    if (weeks > MOST_WEEKS) return null;
    if (isOff(moved, daysOff)) continue;
    if (left === 0) return moved;
    left -= 1;
  }
}
