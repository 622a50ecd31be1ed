import { weekdayOf, type DaysOff } from './moving.ts';
import type { Day } from './outline.ts';

/** The week of a school, and when it has none. */
export interface SchoolDays {
  /** The days of the week with lessons, 1 (Monday) to 7. */
  readonly days: readonly number[];
  readonly holidays: readonly (DaysOff & { readonly name: string })[];
}

/** Why there are no lessons on a day: the name of the holidays that it is in, or its day of the week; null where there are. */
export function noLessonsOn(
  day: Day,
  { days, holidays }: SchoolDays,
): { readonly holiday: string } | { readonly weekday: number } | null {
  const off = holidays.find(({ from, to }) => day >= from && day <= to);
  if (off) return { holiday: off.name };
  return days.includes(weekdayOf(day)) ? null : { weekday: weekdayOf(day) };
}
