import { DateTime } from 'luxon';

/*
 * Days of the school's calendar and moments: which day a moment is in depends on the zone, and days have 23 to 25 hours.
 */

/** The day that a moment is in, yyyy-mm-dd. */
export const dayIn = (moment: Date, zone: string): string => DateTime.fromJSDate(moment, { zone }).toISODate() ?? '';

/** The moment at which a moment's day is over. */
export const endOfDay = (moment: Date, zone: string): Date =>
  DateTime.fromJSDate(moment, { zone }).startOf('day').plus({ days: 1 }).toJSDate();

/**
 * The same time of day on another day; an hour later where the clocks go forward over it.
 * @param day yyyy-mm-dd
 */
export function sameTimeOn(moment: Date, day: string, zone: string): Date {
  const { hour, minute, second, millisecond } = DateTime.fromJSDate(moment, { zone });
  return DateTime.fromISO(day, { zone }).set({ hour, minute, second, millisecond }).toJSDate();
}
