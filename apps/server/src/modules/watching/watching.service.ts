import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { clampTime, micros, ZERO, type Micros } from '@oakbell/core/clock';
import { playedRanges, withPlays } from '@oakbell/core/coverage';
import { programmeTimeOf, takeStretches, takeTimeAt, type Programme, type TakeStretch } from '@oakbell/core/edits';
import { coveredLength, union, type RangeSet } from '@oakbell/core/intervals';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { ensureFor, notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AccessService } from '../access/index.ts';
import { EditionsService, type EditionHead } from '../editions/index.ts';
import { groupedBy } from './grouping.ts';
import { PlayEntity, VisitEntity, WatchedEntity } from './visit.entity.ts';
import { stretchesOf } from './watchCounts.service.ts';
import { isBelievable, wallTimeOf, type ClaimedPlay } from './watching.rules.ts';

/** Whoever looks on is told of one lesson at most this often. */
const MENTION_EVERY_MS = 5000;
const MOST_MENTIONED = 10_000;

interface NewVisit {
  readonly id: string;
  readonly editionId: string;
  /** How long ago it began: the server may have been away then. */
  readonly agoMs: number;
}
export interface Report {
  /** Rises from 0 in each visit: the same number is the same report, and is counted once. */
  readonly number: number;
  readonly plays: readonly ClaimedPlay[];
  /** Where the player stands, in microseconds of programme time. */
  readonly position: number;
}

/** Takes down what learners play. */
@Injectable()
export class WatchingService {
  /** When a lesson was last said to be watched. */
  readonly #mentioned = new Map<string, number>();

  constructor(
    @InjectRepository(VisitEntity) private readonly visits: Repository<VisitEntity>,
    @InjectRepository(PlayEntity) private readonly plays: Repository<PlayEntity>,
    @InjectRepository(WatchedEntity) private readonly watched: Repository<WatchedEntity>,
    private readonly editions: EditionsService,
    private readonly acts: Acts,
    private readonly events: Events,
    private readonly access: AccessService,
  ) {}

  /**
   * Begins a visit, or finds the one begun before under the same name; says where the learner stopped last time and
   * what they have seen.
   */
  async begin(person: Person, { id, editionId, agoMs }: NewVisit): Promise<{ resumeAt: Micros; seen: RangeSet }> {
    const edition = await this.editions.get(editionId);
    const { lessonId } = edition;
    const programme = await this.#programme(edition);
    const there = await this.visits.findOneBy({ id });
    ensureFor(!there || (there.learnerId === person.id && there.editionId === editionId), 'visit');
    const last = await this.visits.findOne({ where: { lessonId, learnerId: person.id }, order: { lastAt: 'DESC' } });
    const at = last?.atTakeId ? programmeTimeOf(programme, { takeId: last.atTakeId, time: micros(last.atTime) }) : null;
    if (!there) {
      const now = Date.now();
      const startedAt = new Date(Math.max(now - agoMs, edition.createdAt.getTime()));
      const place = { atTakeId: last?.atTakeId ?? null, atTime: last?.atTime ?? 0 };
      const begun = { id, editionId, lessonId, learnerId: person.id, startedAt, lastAt: new Date(now), ...place };
      // The same visit may be begun twice at the very same moment: whoever comes second finds it there.
      await this.visits
        .createQueryBuilder()
        .insert()
        .orIgnore()
        .values({ ...begun, claimedMs: 0, counted: [] })
        .execute();
    }
    const mine = await this.watched.findBy({ lessonId, learnerId: person.id });
    return { resumeAt: at ?? ZERO, seen: playedRanges(programme, stretchesOf(mine)) };
  }

  /**
   * Takes down what was played, once for each number. @throws Problem `more-than-passed` when it cannot have been;
   * nothing is counted then
   */
  async report(person: Person, visitId: string, report: Report): Promise<void> {
    const { number, plays, position } = report;
    const where = { id: visitId, learnerId: person.id };
    // Locked: two reports of a visit at once are counted one after the other, each on what the other one claimed.
    const visit = await this.visits.findOne({ where, lock: { mode: 'pessimistic_write' } });
    if (!visit) throw notFound('visit');
    const mine = [{ start: micros(number), end: micros(number + 1) }];
    const counted = union(visit.counted as RangeSet, mine);
    if (coveredLength(counted) === coveredLength(visit.counted as RangeSet)) return;
    const now = new Date();
    if (!isBelievable(visit, plays, now)) {
      throw new Problem(
        422,
        'more-than-passed',
        'This report claims more seconds than have passed. It was not counted.',
      );
    }
    const programme = (await this.editions.programmes([visit.editionId])).get(visit.editionId)!;
    const place = takeTimeAt(programme, clampTime(micros(position), ZERO, programme.length));
    await this.visits.update(
      { id: visit.id },
      {
        claimedMs: Math.round(visit.claimedMs + wallTimeOf(plays)),
        counted: [...counted],
        lastAt: now,
        ...(place ? { atTakeId: place.takeId, atTime: place.time } : {}),
      },
    );
    await this.#count(visit, programme, { number, plays, at: now });
    this.acts.afterwards(() => this.#mention(visit.lessonId, now.getTime()));
  }

  /** Takes down plays that are known from elsewhere, as of a moment in the past: for bringing in a world. */
  async addPast(learnerId: string, edition: EditionHead, plays: readonly ClaimedPlay[], at: Date): Promise<void> {
    const programme = await this.#programme(edition);
    const place = takeTimeAt(programme, micros(plays.at(-1)?.end ?? 0));
    const claimedMs = Math.round(wallTimeOf(plays));
    const visit = this.visits.create({
      id: randomUUID(),
      editionId: edition.id,
      lessonId: edition.lessonId,
      learnerId,
      startedAt: at,
      lastAt: new Date(at.getTime() + claimedMs),
      claimedMs,
      counted: [{ start: 0, end: 1 }],
      atTakeId: place?.takeId ?? null,
      atTime: place?.time ?? 0,
    });
    await this.acts.do(async () => {
      await this.visits.insert(visit);
      await this.#count(visit, programme, { number: 0, plays, at: visit.lastAt });
    });
  }

  /** Tells those who look on that somebody watches: now and then, however many do. Nobody waits for it. */
  async #mention(lessonId: string, now: number): Promise<void> {
    if (now - (this.#mentioned.get(lessonId) ?? 0) < MENTION_EVERY_MS) return;
    if (this.#mentioned.size > MOST_MENTIONED) this.#mentioned.clear();
    this.#mentioned.set(lessonId, now);
    const teachers = await this.access.teachersOf(lessonId);
    void this.events.mention(teachers, { kind: 'watched', id: lessonId });
  }

  async #programme({ id }: EditionHead): Promise<Programme> {
    return (await this.editions.programmes([id])).get(id)!;
  }

  /** Writes plays down as they were told, and lays them on what was watched before. */
  async #count(
    visit: VisitEntity,
    programme: Programme,
    { number: report, plays, at }: { number: number; plays: readonly ClaimedPlay[]; at: Date },
  ): Promise<void> {
    const told = plays.flatMap(({ start, end, speed }) =>
      takeStretches(programme, { start: micros(start), end: micros(end) }).map((stretch) => ({ ...stretch, speed })),
    );
    if (told.length === 0) return;
    await this.plays.insert(told.map((play, number) => ({ visitId: visit.id, report, number, ...play, at })));
    await this.#layOn(visit, told, at);
  }

  async #layOn({ learnerId, lessonId, startedAt }: VisitEntity, told: readonly TakeStretch[], at: Date): Promise<void> {
    const byTake = groupedBy(told, (stretch) => stretch.takeId);
    // In one order for everybody: two devices of one learner wait for each other, and never in a ring.
    const takeIds = [...byTake.keys()].sort();
    const who = { learnerId, lessonId, takeId: In(takeIds) };
    const locked = () => this.watched.find({ where: who, lock: { mode: 'pessimistic_write' } });
    let rows = await locked();
    if (rows.length < takeIds.length) {
      // What is not there cannot be locked: it is made first, by whoever comes first.
      await this.watched
        .createQueryBuilder()
        .insert()
        .orIgnore()
        .values(takeIds.map((takeId) => ({ learnerId, lessonId, takeId, layers: [], firstAt: startedAt, lastAt: at })))
        .execute();
      rows = await locked();
    }
    const laid = rows.map(({ takeId, layers, firstAt, lastAt }) => [
      learnerId,
      lessonId,
      takeId,
      JSON.stringify(withPlays(layers, rangesOf(byTake.get(takeId) ?? []))),
      firstAt < startedAt ? firstAt : startedAt,
      lastAt > at ? lastAt : at,
    ]);
    await this.watched.query(
      `INSERT INTO watched (learnerId, lessonId, takeId, layers, firstAt, lastAt) VALUES ?
       ON DUPLICATE KEY UPDATE layers = VALUES(layers), firstAt = VALUES(firstAt), lastAt = VALUES(lastAt)`,
      [laid],
    );
  }
}

const rangesOf = (stretches: readonly TakeStretch[]) => stretches.map(({ start, end }) => ({ start, end }));
