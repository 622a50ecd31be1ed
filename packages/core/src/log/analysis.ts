import { fromMillis, micros, ZERO, type Micros, type TimeRange } from '../clock/index.ts';
import { coveredLength, intersect, subtract, union } from '../intervals/index.ts';
import type { TakeEvent } from './events.ts';
import { silentWriting } from './silentWriting.ts';

/** What can be said of a take before anyone polishes it. */
export interface TakeAnalysis {
  /** Where nothing is said, in rising time. */
  readonly quiet: readonly TimeRange[];
  /** Where the pen wrote and nothing was said. */
  readonly silentWriting: readonly TimeRange[];
  /** Where sound never reached the recorder. */
  readonly lost: readonly TimeRange[];
  /** How long was spoken while each page was up; pages that never were are left out. */
  readonly spokenByPage: Readonly<Record<string, Micros>>;
}

/** Puts together what the log and the sound tell of a take of `length`. */
export function analyseTake(events: readonly TakeEvent[], quiet: readonly TimeRange[], length: Micros): TakeAnalysis {
  const turns = events.filter((event) => event.kind === 'page');
  const spokenByPage: Record<string, Micros> = {};
  turns.forEach((turn, i) => {
    const up = { start: turn.at, end: turns[i + 1]?.at ?? length };
    if (up.end <= up.start) return;
    const silent = intersect([up], quiet);
    spokenByPage[turn.page] = micros((spokenByPage[turn.page] ?? 0) + coveredLength(subtract([up], silent)));
  });
  return { quiet, silentWriting: silentWriting(events, quiet), lost: lostSound(events, length), spokenByPage };
}

/** The stretches of a take of `length` in which silence stands for sound that was lost, in rising time. */
export function lostSound(events: readonly TakeEvent[], length: Micros): readonly TimeRange[] {
  const lost = events.flatMap((event) =>
    event.kind === 'sound-lost' ? [{ start: event.at, end: micros(event.at + fromMillis(event.lastedMs)) }] : [],
  );
  return intersect(union(lost), [{ start: ZERO, end: length }]);
}
