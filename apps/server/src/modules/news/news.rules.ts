import { isQuiet, type NewsWishes } from '@oakbell/core/news';
import { DateTime } from 'luxon';

const HOUR = { hours: 1 };

/** A minute of the day that a moment is in. */
const at = (day: DateTime, minute: number): DateTime =>
  day.startOf('day').set({ hour: Math.floor(minute / 60), minute: minute % 60 });
const minuteOf = ({ hour, minute }: DateTime): number => hour * 60 + minute;

/** A moment as it is, or the end of the quiet hours that it lies in. */
export function outOfQuiet(moment: Date, wishes: NewsWishes, zone: string): Date {
  const local = DateTime.fromJSDate(moment, { zone });
  if (!isQuiet(wishes, minuteOf(local))) return moment;
  const end = at(local, wishes.quietUntil);
  return (end > local ? end : at(local.plus({ days: 1 }), wishes.quietUntil)).toJSDate();
}

/** When it is looked next whether there is something to tell by mail, after a moment at which it was. */
export function nextLook(after: Date, wishes: NewsWishes, zone: string): Date {
  const local = DateTime.fromJSDate(after, { zone });
  if (wishes.way === 'soon') return outOfQuiet(local.plus(HOUR).toJSDate(), wishes, zone);
  const today = at(local, wishes.dailyAt);
  return (today > local ? today : at(local.plus({ days: 1 }), wishes.dailyAt)).toJSDate();
}

/** The days around a moment by the school's clock: what is due from now until the end of tomorrow is due soon. */
export function soonAround(now: Date, zone: string): { readonly end: Date; readonly since: (due: Date) => Date } {
  const today = DateTime.fromJSDate(now, { zone }).startOf('day');
  return {
    end: today.plus({ days: 2 }).toJSDate(),
    since: (due) => DateTime.fromJSDate(due, { zone }).startOf('day').minus({ days: 1 }).toJSDate(),
  };
}
