import { clampTime, micros, ZERO } from '@oakbell/core/clock';
import { sourceStretches, sourceTimeAt, type Programme, type SourceStretch } from '@oakbell/core/edits';
import { coveredLength, union, type RangeSet } from '@oakbell/core/intervals';
import type { PlayEntity, VisitEntity } from './visit.entity.ts';
import { withClaim, type ClaimedPlay, type Sitting } from './watching.rules.ts';

export interface Report {
  /** Rises from 0 in each visit: the same number is the same report, and is counted once. */
  readonly number: number;
  readonly plays: readonly ClaimedPlay[];
  /** Where the player stands, in microseconds of programme time. */
  readonly position: number;
  /** How long ago it was played, in ms: 0 when left out. */
  readonly agoMs?: number | undefined;
}

/** What becomes of a report: counted, or counted before, or it claims more seconds than have passed. */
export type Judged = 'counted' | 'counted-before' | 'more-than-passed';
/** A row of what was played, as it is written down. */
export type Play = Readonly<PlayEntity>;

interface TakenDown {
  readonly judged: Judged;
  /** None unless it counts. */
  readonly plays: readonly Play[];
  /** The learner's time with the lesson, from now on. */
  readonly sitting: Sitting;
  /** When it was played. */
  readonly at: Date;
}

/**
 * Judges a report of a visit and takes it down in the visit: its number, where the learner stands. Gives the plays that
 * are to be written, and what is claimed with it of the learner's time with the lesson.
 */
export function takeDown(
  visit: VisitEntity,
  sitting: Sitting,
  programme: Programme,
  { number, plays, position, agoMs = 0 }: Report,
  now: Date,
): TakenDown {
  const at = new Date(Math.max(visit.startedAt.getTime(), now.getTime() - agoMs));
  const before = visit.counted as RangeSet;
  const counted = union(before, [{ start: micros(number), end: micros(number + 1) }]);
  if (coveredLength(counted) === coveredLength(before)) return { judged: 'counted-before', plays: [], sitting, at };
  const claimed = withClaim(sitting, visit.startedAt, plays, now);
  if (!claimed) return { judged: 'more-than-passed', plays: [], sitting, at };
  visit.counted = [...counted];
  const place = sourceTimeAt(programme, clampTime(micros(position), ZERO, programme.length));
  // One that comes late tells nothing of where the learner stands now.
  if (place && at >= visit.lastAt) [visit.atSourceId, visit.atTime] = [place.sourceId, place.time];
  if (at > visit.lastAt) visit.lastAt = at;
  return { judged: 'counted', plays: playsOf(visit, programme, { number, plays, at }), sitting: claimed, at };
}

/** What a report tells was played, as rows: its stretches in take time, numbered. */
export function playsOf(
  { id }: VisitEntity,
  programme: Programme,
  { number: report, plays, at }: { number: number; plays: readonly ClaimedPlay[]; at: Date },
): readonly Play[] {
  return plays
    .flatMap(({ start, end, speed }) =>
      sourceStretches(programme, { start: micros(start), end: micros(end) }).map((stretch) => ({ ...stretch, speed })),
    )
    .map((play, number) => ({ visitId: id, report, number, ...play, at }));
}

/** What is laid on what a learner has watched of a take of a lesson before. */
export interface Laying {
  readonly learnerId: string;
  readonly lessonId: string;
  readonly sourceId: string;
  readonly stretches: readonly SourceStretch[];
  firstAt: Date;
  lastAt: Date;
}

/** Sorts plays by learner, lesson and take, each in one place, in an order that is the same for everybody. */
export function layingsOf(
  told: readonly { readonly visit: VisitEntity; readonly plays: readonly Play[]; readonly at: Date }[],
): readonly Laying[] {
  const all = new Map<string, Laying & { stretches: SourceStretch[] }>();
  for (const { visit, plays, at } of told) {
    const { learnerId, lessonId, startedAt } = visit;
    for (const { sourceId, start, end } of plays) {
      const key = `${learnerId} ${lessonId} ${sourceId}`;
      const there = all.get(key) ?? { learnerId, lessonId, sourceId, stretches: [], firstAt: startedAt, lastAt: at };
      there.stretches.push({ sourceId, start: micros(start), end: micros(end) });
      if (startedAt < there.firstAt) there.firstAt = startedAt;
      if (at > there.lastAt) there.lastAt = at;
      all.set(key, there);
    }
  }
  return [...all].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, laying]) => laying);
}
