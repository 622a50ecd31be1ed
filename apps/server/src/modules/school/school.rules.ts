import { isDay } from '@oakbell/core/outline';
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
  /** Pages under these addresses may show lessons in frames. */
  readonly frameHosts: readonly string[];
}

/** Whether somebody with this address may come in by the school's own sign-in. */
export const mayComeFrom = (domains: readonly string[], mail: string | null): boolean =>
  domains.length === 0 || (mail !== null && domains.includes(mail.slice(mail.lastIndexOf('@') + 1)));
/** For so many days lines of who saw what are kept at first. */
export const USUAL_AUDIT_DAYS = 365;
/** Monday to Friday. */
export const USUAL_DAYS: readonly number[] = [1, 2, 3, 4, 5];

/** What holds of a school of which nobody has said more than its name and its zone. */
export const USUAL_SCHOOL = {
  ...{ days: USUAL_DAYS, holidays: [], auditDays: USUAL_AUDIT_DAYS },
  ...{ mailDomains: [], frameHosts: [] },
} as const;

/** Whether a time zone of this IANA name is known here. */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return name !== '';
  } catch {
    return false;
  }
}

/** Whether it is the origin of pages that nobody on the way can change (W3C Secure Contexts 3.1), as a browser names it. */
export function isPageAddress(text: string): boolean {
  if (!URL.canParse(text)) return false;
  const { origin, protocol, hostname } = new URL(text);
  const isHere = hostname === 'localhost' || hostname === '127.0.0.1';
  return origin === text && (protocol === 'https:' || (protocol === 'http:' && isHere));
}

/** What is wrong with what is said of a school: the field to words; empty when nothing is. */
export function schoolFaults({
  timeZone,
  days,
  holidays,
  mailDomains,
  frameHosts,
}: Omit<SchoolFacts, 'auditDays'>): Readonly<Record<string, string>> {
  const faults: Record<string, string> = {};
  if (!isTimeZone(timeZone)) faults['timeZone'] = 'There is no such time zone. Choose one from the list.';
  if (days.length === 0) faults['days'] = 'A school week has one day at least.';
  if (!mailDomains.every((domain) => /^[a-z\d-]+(?:\.[a-z\d-]+)+$/.test(domain)))
    faults['mailDomains'] = 'Domains are written like school.example, in small letters.';
  if (!frameHosts.every(isPageAddress))
    faults['frameHosts'] = 'Addresses of pages are written like https://pages.school.example, with nothing after it.';
  for (const [i, { from, to }] of holidays.entries()) {
    if (!isDay(from) || !isDay(to)) faults[`holidays.${i}.from`] = 'These are not two days of the calendar.';
    else if (to < from) faults[`holidays.${i}.to`] = 'They end before they begin.';
  }
  return faults;
}
