import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { clampTime, micros, ZERO, type Micros } from '@oakbell/core/clock';
import { playedRanges, playsPerPart, replayedLength, shareOf, unionOfStretches } from '@oakbell/core/coverage';
import {
  programmeOf,
  programmeTimeOf,
  takeStretches,
  takeTimeAt,
  type Programme,
  type TakeStretch,
} from '@oakbell/core/edits';
import type { RangeSet } from '@oakbell/core/intervals';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { EditionsService, type EditionEntity } from '../editions/index.ts';
import { PlayEntity, VisitEntity } from './visit.entity.ts';
import { isBelievable, wallTimeOf, type ClaimedPlay } from './watching.rules.ts';

/** How one learner has watched one lesson, on the axis of its newest edition. */
export interface Watched {
  readonly share: number;
  readonly ranges: RangeSet;
  readonly replayed: Micros;
  readonly firstAt: Date | null;
  readonly lastAt: Date | null;
}
const NOT_BEGUN: Watched = { share: 0, ranges: [], replayed: ZERO, firstAt: null, lastAt: null };

@Injectable()
export class WatchingService {
  constructor(
    @InjectRepository(VisitEntity) private readonly visits: Repository<VisitEntity>,
    @InjectRepository(PlayEntity) private readonly plays: Repository<PlayEntity>,
    private readonly editions: EditionsService,
  ) {}

  /** Begins a visit and says where the learner stopped last time and what they have seen. */
  async begin(person: Person, editionId: string): Promise<{ visit: VisitEntity; resumeAt: Micros; seen: RangeSet }> {
    const edition = await this.editions.get(editionId);
    const programme = programmeOf(edition.edits);
    const last = await this.visits.findOne({
      where: { lessonId: edition.lessonId, learnerId: person.id },
      order: { lastAt: 'DESC' },
    });
    const at = last?.atTakeId ? programmeTimeOf(programme, { takeId: last.atTakeId, time: micros(last.atTime) }) : null;
    const now = new Date();
    const visit = this.visits.create({
      id: randomUUID(),
      editionId,
      lessonId: edition.lessonId,
      learnerId: person.id,
      startedAt: now,
      lastAt: now,
      claimedMs: 0,
      atTakeId: last?.atTakeId ?? null,
      atTime: last?.atTime ?? 0,
    });
    await this.visits.insert(visit);
    const mine = await this.plays.findBy({ lessonId: edition.lessonId, learnerId: person.id });
    return { visit, resumeAt: at ?? ZERO, seen: playedRanges(programme, stretchesOf(mine)) };
  }

  /** Takes down what was played. @throws Problem `more-than-passed` when it cannot have been; nothing is counted then */
  async report(person: Person, visitId: string, plays: readonly ClaimedPlay[], position: number): Promise<void> {
    const visit = await this.visits.findOneBy({ id: visitId, learnerId: person.id });
    if (!visit) throw notFound('visit');
    const edition = await this.editions.get(visit.editionId);
    const now = new Date();
    if (!isBelievable(visit, plays, now)) {
      throw new Problem(
        422,
        'more-than-passed',
        'This report claims more seconds than have passed. It was not counted.',
      );
    }
    const programme = programmeOf(edition.edits);
    const place = takeTimeAt(programme, clampTime(micros(position), ZERO, programme.length));
    // The claim is raised only if no other report of this visit came in between: two at once cannot both count.
    const updated = await this.visits.update(
      { id: visit.id, claimedMs: visit.claimedMs },
      {
        claimedMs: Math.round(visit.claimedMs + wallTimeOf(plays)),
        lastAt: now,
        ...(place ? { atTakeId: place.takeId, atTime: place.time } : {}),
      },
    );
    if (updated.affected === 0)
      throw new Problem(409, 'report-overtaken', 'Another report arrived at the same moment. Send this one again.');
    for (const play of plays) {
      const range = { start: micros(play.start), end: micros(play.end) };
      for (const stretch of takeStretches(programme, range)) await this.#keep(visit, stretch, play.speed, now);
    }
  }

  /** Takes down plays that are known from elsewhere, as of a moment in the past: for bringing in a world. */
  async addPast(learnerId: string, edition: EditionEntity, plays: readonly ClaimedPlay[], at: Date): Promise<void> {
    const programme = programmeOf(edition.edits);
    const end = plays.at(-1)?.end ?? 0;
    const place = takeTimeAt(programme, micros(end));
    const claimedMs = Math.round(wallTimeOf(plays));
    const visit = this.visits.create({
      id: randomUUID(),
      editionId: edition.id,
      lessonId: edition.lessonId,
      learnerId,
      startedAt: at,
      lastAt: new Date(at.getTime() + claimedMs),
      claimedMs,
      atTakeId: place?.takeId ?? null,
      atTime: place?.time ?? 0,
    });
    await this.visits.insert(visit);
    for (const play of plays) {
      const range = { start: micros(play.start), end: micros(play.end) };
      for (const stretch of takeStretches(programme, range)) await this.#keep(visit, stretch, play.speed, at);
    }
  }

  /** How each of these learners has watched an edition's lesson, and how warm each hundredth of it is. */
  async watched(
    edition: EditionEntity,
    learnerIds: readonly string[],
  ): Promise<{ of: ReadonlyMap<string, Watched>; warmth: readonly number[] }> {
    if (learnerIds.length === 0)
      return { of: new Map(), warmth: playsPerPart(programmeOf(edition.edits), [], WARMTH_PARTS) };
    const who = { lessonId: edition.lessonId, learnerId: In([...learnerIds]) };
    const plays = await this.plays.findBy(who);
    const visits = await this.visits.findBy(who);
    const programme = programmeOf(edition.edits);
    const of = new Map(
      learnerIds.map((id) => [
        id,
        watchedBy(
          programme,
          plays.filter((play) => play.learnerId === id),
          visits.filter((visit) => visit.learnerId === id),
        ),
      ]),
    );
    const warmth = playsPerPart(programme, stretchesOf(plays), WARMTH_PARTS).map((sum) => sum / learnerIds.length);
    return { of, warmth };
  }

  async #keep(visit: VisitEntity, stretch: TakeStretch, speed: number, at: Date): Promise<void> {
    const { lessonId, learnerId } = visit;
    await this.plays.insert({ id: randomUUID(), visitId: visit.id, lessonId, learnerId, ...stretch, speed, at });
  }
}

/** The warmth of a lesson is told for so many equal parts. */
const WARMTH_PARTS = 100;

const stretchesOf = (plays: readonly PlayEntity[]): readonly TakeStretch[] =>
  plays.map(({ takeId, start, end }) => ({ takeId, start: micros(start), end: micros(end) }));

function watchedBy(programme: Programme, plays: readonly PlayEntity[], visits: readonly VisitEntity[]): Watched {
  if (plays.length === 0) return NOT_BEGUN;
  const stretches = stretchesOf(plays);
  const played = unionOfStretches(stretches);
  const moments = visits.flatMap((visit) => [visit.startedAt.getTime(), visit.lastAt.getTime()]);
  return {
    share: shareOf(programme, played),
    ranges: playedRanges(programme, played),
    replayed: replayedLength(stretches),
    firstAt: new Date(Math.min(...moments)),
    lastAt: new Date(Math.max(...moments)),
  };
}
