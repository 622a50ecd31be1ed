import type { Holiday } from './school.entity.ts';

/** What a keeper may say of a school. */
export interface SchoolFacts {
  readonly name: string;
  readonly timeZone: string;
  readonly days: readonly number[];
  readonly holidays: readonly Holiday[];
  /** For so many days it is kept who saw and changed what of whom. */
  readonly auditDays: number;
  /** Addresses of these domains may sign in by the school's own sign-in; all when empty. */
  readonly mailDomains: readonly string[];
}

/** Whether somebody with this address may come in by the school's own sign-in. */
export const mayComeFrom = (domains: readonly string[], mail: string | null): boolean =>
  domains.length === 0 || (mail !== null && domains.includes(mail.slice(mail.lastIndexOf('@') + 1)));
/** For so many days lines of who saw what are kept at first. */
export const USUAL_AUDIT_DAYS = 365;
/** Monday to Friday. */
export const USUAL_DAYS: readonly number[] = [1, 2, 3, 4, 5];

/** Whether it is a day of the calendar, as yyyy-mm-dd. */
export const isCalendarDay = (text: string): boolean => {
  const day = new Date(`${text}T00:00:00Z`);
  return /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(day.getTime()) && day.toISOString().startsWith(text);
};

/** Whether a time zone of this IANA name is known here. */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return name !== '';
  } catch {
    return false;
  }
}

/** What is wrong with what is said of a school: the field to words; empty when nothing is. */
export function schoolFaults({
  timeZone,
  days,
  holidays,
  mailDomains,
}: Omit<SchoolFacts, 'auditDays'>): Readonly<Record<string, string>> {
  const faults: Record<string, string> = {};
  if (!isTimeZone(timeZone)) faults['timeZone'] = 'There is no such time zone. Choose one from the list.';
  if (days.length === 0) faults['days'] = 'A school week has one day at least.';
  if (!mailDomains.every((domain) => /^[a-z\d-]+(?:\.[a-z\d-]+)+$/.test(domain)))
    faults['mailDomains'] = 'Domains are written like school.example, in small letters.';
  for (const [i, { from, to }] of holidays.entries()) {
    if (!isCalendarDay(from) || !isCalendarDay(to))
      faults[`holidays.${i}.from`] = 'These are not two days of the calendar.';
    else if (to < from) faults[`holidays.${i}.to`] = 'They end before they begin.';
  }
  return faults;
}
