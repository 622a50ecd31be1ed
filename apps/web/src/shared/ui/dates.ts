/*
 * Days and times as people read them, in the school's time zone: a due moment is the same for whoever reads it, wherever
 * their machine believes to be.
 */
interface Formats {
  readonly zone: string | undefined;
  readonly day: Intl.DateTimeFormat;
  readonly dayOfYear: Intl.DateTimeFormat;
  readonly clock: Intl.DateTimeFormat;
  readonly exact: Intl.DateTimeFormat;
  /** `2026-03-05` */
  readonly calendar: Intl.DateTimeFormat;
}
function formatsOf(zone: string | undefined): Formats {
  const time = { hour: '2-digit', minute: '2-digit' } as const;
  const named = { weekday: 'short', day: 'numeric', month: 'short', timeZone: zone } as const;
  return {
    zone,
    day: new Intl.DateTimeFormat('en-GB', named),
    dayOfYear: new Intl.DateTimeFormat('en-GB', { ...named, year: 'numeric' }),
    clock: new Intl.DateTimeFormat('en-GB', { ...time, timeZone: zone }),
    exact: new Intl.DateTimeFormat('en-GB', { ...time, second: '2-digit', timeZone: zone }),
    calendar: new Intl.DateTimeFormat('en-CA', { year: 'numeric', month: '2-digit', day: '2-digit', timeZone: zone }),
  };
}
let formats = formatsOf(undefined);

/** From now on days and times are told in this zone, by its IANA name. */
export function setSchoolZone(zone: string): void {
  if (zone !== formats.zone) formats = formatsOf(zone);
}
/** The zone in which days and times are told; the browser's own until the school's is known. */
export const schoolZone = (): string => formats.zone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;

const yearOf = (moment: Date): string => formats.calendar.format(moment).slice(0, 4);

/** `Thu, 5 Mar 2026, 16:00:07`: for what has to be exact. */
export function exactText(iso: string): string {
  const moment = new Date(iso);
  return `${formats.dayOfYear.format(moment)}, ${formats.exact.format(moment)}`;
}
/** `Thu, 5 Mar, 16:00`; with the year where it is not this one. */
export function whenText(iso: string, now = new Date()): string {
  const moment = new Date(iso);
  const day = yearOf(moment) === yearOf(now) ? formats.day : formats.dayOfYear;
  return `${day.format(moment)}, ${formats.clock.format(moment)}`;
}
/** A day of the school's calendar (yyyy-mm-dd) as it is read: `Thu, 5 Mar`; with the year where it is not this one. */
export function dayText(day: string, now = new Date()): string {
  const { day: short, dayOfYear } = daysOfCalendar;
  return (day.startsWith(yearOf(now)) ? short : dayOfYear).format(new Date(`${day}T00:00:00Z`));
}
/** A day of the calendar is the same in every zone: it is told as it is written. */
const daysOfCalendar = formatsOf('UTC');
/** The day of the school's calendar that a moment is in: `2026-03-05`. */
export const dayOf = (moment: Date): string => formats.calendar.format(moment);

/** `16:00` */
export const clockText = (moment: Date): string => formats.clock.format(moment);

/** `today`, `tomorrow`, `in 3 days`, `2 days ago`: whole days of the calendar from `now`. */
export function dayDistance(iso: string, now: Date): string {
  const days = Math.round((Date.parse(dayOf(new Date(iso))) - Date.parse(dayOf(now))) / 86_400_000);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days === -1) return 'yesterday';
  return days > 0 ? `in ${days} days` : `${-days} days ago`;
}

/** What a due moment is to whoever has to keep it: `due tomorrow`, `was due 3 hours ago`. */
export function dueDistance(iso: string, now: Date): string {
  const late = now.getTime() - new Date(iso).getTime();
  const distance = dayDistance(iso, now);
  if (late <= 0) return `due ${distance}`;
  if (distance !== 'today') return `was due ${distance}`;
  const hours = Math.floor(late / 3_600_000);
  if (hours < 1) return 'was due just now';
  return hours === 1 ? 'was due an hour ago' : `was due ${hours} hours ago`;
}
/** `due tomorrow, Thu, 5 Mar, 16:00` */
export const dueText = (iso: string, now: Date): string => `${dueDistance(iso, now)}, ${whenText(iso, now)}`;
