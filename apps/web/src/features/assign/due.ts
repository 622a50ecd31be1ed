import { DateTime } from 'luxon';

const FIELD = "yyyy-MM-dd'T'HH:mm";

/** The value of a date-and-time field for a moment, in a zone: `2026-03-05T16:00`. */
export const fieldValue = (moment: Date, zone: string): string => DateTime.fromJSDate(moment, { zone }).toFormat(FIELD);

/** The moment that a field's value is in a zone, or what is wrong with it, in words. */
export function momentIn(value: string, zone: string): Date | string {
  const moment = DateTime.fromISO(value, { zone });
  if (!moment.isValid) return 'Choose a day and a time';
  // The night on which clocks go forward has no such time.
  if (moment.toFormat(FIELD) !== value.slice(0, 16))
    return `There is no ${value.slice(11, 16)} on that day: the clocks go forward. Choose ${moment.toFormat('HH:mm')} or another time`;
  return moment.toJSDate();
}

/** The same for a moment that is still to come. */
export function momentOf(value: string, zone: string, now: Date): Date | string {
  const moment = momentIn(value, zone);
  if (typeof moment === 'string') return moment;
  if (moment.getTime() < now.getTime()) return 'That moment has passed. Choose one that is still to come';
  if (moment.getTime() > now.getTime() + FARTHEST_MS)
    return 'That is more than two years away. Look at the year once more';
  return moment;
}
const FARTHEST_MS = 2 * 366 * 86_400_000;

/** In a week, at four in the afternoon of the school. */
export const inAWeek = (now: Date, zone: string): string =>
  DateTime.fromJSDate(now, { zone }).plus({ weeks: 1 }).set({ hour: 16, minute: 0 }).toFormat(FIELD);
