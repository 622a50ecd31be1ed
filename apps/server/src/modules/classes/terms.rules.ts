import { isDay } from '@oakbell/core/outline';

export interface TermFacts {
  readonly name: string;
  /** First and last day, as dates of the school's calendar (yyyy-mm-dd). */
  readonly from: string;
  readonly to: string;
}

/** What is wrong with terms: the field to words; empty when nothing is. */
export function termFaults(terms: readonly TermFacts[]): Readonly<Record<string, string>> {
  const faults: Record<string, string> = {};
  for (const [i, { name, from, to }] of terms.entries()) {
    if (!name.trim()) faults[`terms.${i}.name`] = 'Say what the term is called.';
    if (!isDay(from) || !isDay(to)) faults[`terms.${i}.from`] = 'These are not two days of the calendar.';
    else if (to < from) faults[`terms.${i}.to`] = 'It ends before it begins.';
  }
  return faults;
}
