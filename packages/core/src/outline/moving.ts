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
export const daysAfter = (day: Day, days: number): Day => dayOf(numberOf(day) + days);

/** The day of the week, 1 (Monday) to 7. */
export const weekdayOf = (day: Day): number => new Date(`${day}T00:00:00Z`).getUTCDay() || 7;

/** Days as whole numbers from 1970 on, so that a term is walked without reading dates. */
const numberOf = (day: Day): number => Math.round(Date.parse(`${day}T00:00:00Z`) / DAY_MS);
const dayOf = (number: number): Day => new Date(number * DAY_MS).toISOString().slice(0, 10);
/** 0 (Thursday, as the first of 1970 was) to 6. */
const weekdayAt = (number: number): number => ((number % WEEK) + WEEK) % WEEK;

/**
 * Moves days of one term to another: each to the same weekday of the same school week, where weeks in which that weekday
 * is off are left out of both terms. A day that was off itself counts as the next such weekday that was not. Null where no
 * such day is found within three years.
 */
export function dayMover({ from, onto, daysOff }: Move): (day: Day) => Day | null {
  const off = daysOff.map((one) => ({ from: numberOf(one.from), to: numberOf(one.to) }));
  const isOff = (at: number) => off.some((one) => at >= one.from && at <= one.to);
  const [begins, ends] = [numberOf(from), numberOf(onto)];
  const firstOf = (since: number, day: number) => since + weekdayAt(day - since);
  const known = new Map<Day, Day | null>();
  const moved = (day: number): number | null => {
    const first = firstOf(begins, day);
    // Days before the term are counted backwards, those of it onwards: the first of the term is number 0 of both.
    const step = day < first ? -WEEK : WEEK;
    let left = 0;
    for (let at = first, weeks = 0; at !== day; at += step, weeks += 1) {
      if (weeks > MOST_WEEKS) return null;
      if (!isOff(step < 0 ? at + step : at)) left += 1;
    }
    for (let at = firstOf(ends, day), weeks = 0; weeks <= MOST_WEEKS; at += step, weeks += 1) {
      if (isOff(at)) continue;
      if (left === 0) return at;
      left -= 1;
    }
    return null;
  };
  return (day) => {
    const there = known.get(day);
    if (there !== undefined) return there;
    const at = moved(numberOf(day));
    const found = at === null ? null : dayOf(at);
    known.set(day, found);
    return found;
  };
}
