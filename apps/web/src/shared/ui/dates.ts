const day = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** `Thu, 5 Mar, 16:00` */
export const whenText = (iso: string): string => `${day.format(new Date(iso))}, ${clock.format(new Date(iso))}`;
/** `16:00` */
export const clockText = (moment: Date): string => clock.format(moment);

/** The value of a date-and-time field for a moment, in this browser's zone: `2026-03-05T16:00`. */
export function fieldValue(moment: Date): string {
  const two = (value: number) => String(value).padStart(2, '0');
  return `${moment.getFullYear()}-${two(moment.getMonth() + 1)}-${two(moment.getDate())}T${two(moment.getHours())}:${two(moment.getMinutes())}`;
}

/** `today`, `tomorrow`, `in 3 days`, `2 days ago`: whole days of the calendar from `now`. */
export function dayDistance(iso: string, now: Date): string {
  const startOf = (moment: Date) => new Date(moment.getFullYear(), moment.getMonth(), moment.getDate()).getTime();
  const days = Math.round((startOf(new Date(iso)) - startOf(now)) / 86_400_000);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days === -1) return 'yesterday';
  return days > 0 ? `in ${days} days` : `${-days} days ago`;
}
