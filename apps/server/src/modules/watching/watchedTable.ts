import { countsAsWatched } from '@oakbell/core/assigning';
import { micros, toSeconds } from '@oakbell/core/clock';
import { coveredLength, leftOut, longestOf, type RangeSet } from '@oakbell/core/intervals';
import { DateTime } from 'luxon';
import Papa from 'papaparse';
import type { WatchedDto, WatchedLearnerDto } from './watched.dto.ts';

const seconds = (time: number): string => toSeconds(micros(time)).toFixed(1);

/**
 * Who watched what, as CSV (RFC 4180, UTF-8 with its mark): docs/formats/watched-table.md. What a program of tables would
 * take for a formula is text. @param zone of the school: moments are told by its clock
 */
export function watchedTable({ learners, length, watchedPercent }: WatchedDto, zone: string): string {
  const when = (moment: string | null): string =>
    moment === null ? '' : (DateTime.fromISO(moment, { zone }).toISO({ suppressMilliseconds: true }) ?? '');
  const row = (one: WatchedLearnerDto) => {
    const seen = one.ranges as unknown as RangeSet;
    const longest = longestOf(leftOut(seen, micros(length), 1));
    return {
      name: one.name,
      'seen in per cent': (one.share * 100).toFixed(1),
      'seen in seconds': seconds(coveredLength(seen)),
      'longest not seen in seconds': seconds(longest ? longest.end - longest.start : 0),
      'played again in seconds': seconds(one.replayed),
      'times watched': one.times,
      'days watched': one.days,
      'counts as watched': countsAsWatched(one.share, watchedPercent) ? 'yes' : 'no',
      'by when it was due': one.done === null ? '' : one.done === 'on-time' ? 'yes' : 'no',
      'first watched': when(one.firstAt),
      'last watched': when(one.lastAt),
      'last reminded': when(one.remindedAt),
    };
  };
  return `\uFEFF${Papa.unparse(learners.map(row), { escapeFormulae: true })}\r\n`;
}
