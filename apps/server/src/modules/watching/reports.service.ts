import { present } from '@oakbell/core/present';
import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { LATEST_REPORT_MS, micros } from '@oakbell/core/clock';
import { withPlays, type PlayLayers } from '@oakbell/core/coverage';
import { sourceTimeAt } from '@oakbell/core/edits';
import { randomUUID } from 'node:crypto';
import { Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { Gathered } from '../../platform/database/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AccessService } from '../access/index.ts';
import { EditionsService, type EditionHead } from '../editions/index.ts';
import { layingsOf, playsOf, takeDown, type Judged, type Laying, type Play, type Report } from './counting.ts';
import { PlayEntity, VisitEntity, type SittingEntity } from './visit.entity.ts';
import { NEVER_SAT, wallTimeOf, withClaim, type ClaimedPlay, type Sitting } from './watching.rules.ts';

/** Whoever looks on is told of one lesson at most this often. */
const MENTION_EVERY_MS = 5000;
/** A record store is told of a visit so long after something of it was counted, in ms: once for all that came meanwhile. */
const TOLD_AFTER_MS = 5 * 60_000;
const MOST_MENTIONED = 10_000;

interface Told {
  readonly learnerId: string;
  readonly visitId: string;
  readonly report: Report;
}
/** `alone`: this one has to be counted by itself. */
type Outcome = Judged | 'no-visit' | 'alone';

/**
 * Counts what learners report. Reports that come while others are being counted are counted in the next round, all of
 * them in one act: a school that watches costs few transactions. No report waits for another one's lock, and none
 * fails for another one's fault: such are counted by themselves.
 */
@Injectable()
export class ReportsService {
  /** When a lesson was last said to be watched. */
  readonly #mentioned = new Map<string, number>();
  readonly #rounds = new Gathered<Told, Outcome>((told) => this.#round(told));

  constructor(
    @InjectRepository(VisitEntity) private readonly visits: Repository<VisitEntity>,
    @InjectRepository(PlayEntity) private readonly plays: Repository<PlayEntity>,
    private readonly editions: EditionsService,
    private readonly acts: Acts,
    private readonly events: Events,
    private readonly access: AccessService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /**
   * Takes down what was played, once for each number. @throws Problem `more-than-passed` when it cannot have been;
   * nothing is counted then
   */
  async report(person: Person, visitId: string, report: Report): Promise<void> {
    const told = { learnerId: person.id, visitId, report };
    let outcome = await this.#rounds.ask(told);
    if (outcome === 'alone') [outcome = 'no-visit'] = await this.#count([told], 'waits for locks');
    if (outcome === 'no-visit') throw notFound('visit');
    if (outcome === 'more-than-passed')
      throw new Problem(
        422,
        'more-than-passed',
        'This report claims more seconds than have passed. It was not counted.',
      );
  }

  /** Takes down plays that are known from elsewhere, as of a moment in the past: for bringing in a world. */
  async addPast(learnerId: string, edition: EditionHead, plays: readonly ClaimedPlay[], at: Date): Promise<void> {
    const programme = present((await this.editions.programmes([edition.id])).get(edition.id));
    const place = sourceTimeAt(programme, micros(plays.at(-1)?.end ?? 0));
    const lastAt = new Date(at.getTime() + Math.ceil(wallTimeOf(plays)));
    const visit = this.visits.create({
      id: randomUUID(),
      editionId: edition.id,
      lessonId: edition.lessonId,
      learnerId,
      startedAt: at,
      lastAt,
      counted: [{ start: 0, end: 1 }],
      atSourceId: place?.sourceId ?? null,
      atTime: place?.time ?? 0,
    });
    const rows = playsOf(visit, programme, { number: 0, plays, at: lastAt });
    await this.acts.do(async () => {
      await this.visits.insert(visit);
      const sittings = await this.#sittings([visit]);
      const key = sittingKey(visit);
      await this.#sit(sittings.set(key, withClaim(present(sittings.get(key)), at, plays, lastAt) ?? NEVER_SAT));
      await this.#write(rows, layingsOf([{ visit, plays: rows, at: lastAt }]));
    });
  }

  async #round(told: readonly Told[]): Promise<readonly (Outcome | Error)[]> {
    try {
      return await this.#count(told, 'passes locked ones by');
    } catch (failure) {
      return told.map(() => (told.length === 1 ? (failure as Error) : 'alone'));
    }
  }

  /** Counts reports in one act; what becomes of each, in their order. */
  async #count(told: readonly Told[], how: 'waits for locks' | 'passes locked ones by'): Promise<readonly Outcome[]> {
    return this.acts.do(async () => {
      const visits = await this.#locked(told, how);
      const programmes = await this.editions.programmes([...visits.values()].map((visit) => visit.editionId));
      const sittings = await this.#sittings([...visits.values()]);
      const now = new Date();
      const counted: { visit: VisitEntity; plays: readonly Play[]; at: Date }[] = [];
      const uncounted: { visit: VisitEntity; claimedMs: number }[] = [];
      const outcomes = told.map(({ visitId, learnerId, report }): Outcome => {
        const visit = visits.get(visitId);
        if (!visit) return how === 'waits for locks' ? 'no-visit' : 'alone';
        if (visit.learnerId !== learnerId) return 'no-visit';
        const key = sittingKey(visit);
        const programme = present(programmes.get(visit.editionId));
        const { judged, plays, sitting, at } = takeDown(visit, present(sittings.get(key)), programme, report, now);
        sittings.set(key, sitting);
        if (judged === 'counted') counted.push({ visit, plays, at });
        if (judged === 'more-than-passed')
          uncounted.push({ visit, claimedMs: Math.min(LATEST_REPORT_MS, Math.round(wallTimeOf(report.plays))) });
        return judged;
      });
      await this.#noteUncounted(uncounted, now);
      if (counted.length === 0) return outcomes;
      await this.#note([...new Set(counted.map(({ visit }) => visit))]);
      if (this.config.records) await this.#willTell([...new Set(counted.map(({ visit }) => visit.id))]);
      await this.#sit(sittings);
      const plays = counted.flatMap((one) => one.plays);
      await this.#write(plays, layingsOf(counted));
      const lessons = new Set(counted.map(({ visit }) => visit.lessonId));
      this.acts.afterwards(async () => {
        for (const lesson of lessons) await this.#mention(lesson, now.getTime());
      });
      return outcomes;
    });
  }

  /** Locked: two reports of a visit at once are counted one after the other, each on what the other one claimed. */
  async #locked(told: readonly Told[], how: string): Promise<ReadonlyMap<string, VisitEntity>> {
    const query = this.visits
      .createQueryBuilder('visit')
      .where('visit.id IN (:...ids)', { ids: [...new Set(told.map((one) => one.visitId))] })
      .setLock('pessimistic_write');
    if (how === 'passes locked ones by') query.setOnLocked('skip_locked');
    return new Map((await query.getMany()).map((visit) => [visit.id, visit]));
  }

  async #note(visits: readonly VisitEntity[]): Promise<void> {
    const rows = visits.map((one) => [
      one.id,
      one.editionId,
      one.lessonId,
      one.learnerId,
      one.startedAt,
      one.lastAt,
      JSON.stringify(one.counted),
      one.atSourceId,
      one.atTime,
    ]);
    await this.visits.query(
      `INSERT INTO visit (id, editionId, lessonId, learnerId, startedAt, lastAt, counted, atSourceId, atTime)
       VALUES ? ON DUPLICATE KEY UPDATE lastAt = VALUES(lastAt), counted = VALUES(counted), atSourceId = VALUES(atSourceId), atTime = VALUES(atTime)`,
      [rows],
    );
  }

  /** Has it told to the record store, not more than once in a while. */
  async #willTell(visitIds: readonly string[]): Promise<void> {
    const due = new Date(Date.now() + TOLD_AFTER_MS);
    await this.visits.query(
      `INSERT INTO visit_telling (visitId, dueAt, reports, completed) VALUES ?
       ON DUPLICATE KEY UPDATE dueAt = COALESCE(dueAt, VALUES(dueAt)), reports = reports + 1`,
      [visitIds.toSorted().map((id) => [id, due, 1, false])],
    );
  }

  /** What is not counted is not lost without a word: who teaches them sees that it was said. */
  async #noteUncounted(all: readonly { visit: VisitEntity; claimedMs: number }[], now: Date): Promise<void> {
    if (all.length === 0) return;
    const rows = all
      .map(({ visit, claimedMs }) => [visit.learnerId, visit.lessonId, 1, Math.max(0, claimedMs), now] as const)
      .toSorted((a, b) => (a.slice(0, 2).join() < b.slice(0, 2).join() ? -1 : 1));
    await this.visits.query(
      `INSERT INTO uncounted (learnerId, lessonId, reports, claimedMs, lastAt) VALUES ?
       ON DUPLICATE KEY UPDATE reports = reports + 1, claimedMs = claimedMs + VALUES(claimedMs), lastAt = VALUES(lastAt)`,
      [rows],
    );
  }

  /** The time that learners have had with lessons, locked in an order that is the same for everybody. */
  async #sittings(visits: readonly VisitEntity[]): Promise<Map<string, Sitting>> {
    const asked = [...new Map(visits.map((visit) => [sittingKey(visit), visit])).values()]
      .map(({ learnerId, lessonId }) => [learnerId, lessonId] as const)
      .sort(([a, b], [c, d]) => (`${a} ${b}` < `${c} ${d}` ? -1 : 1));
    if (asked.length === 0) return new Map();
    const there = await this.#sat(asked);
    if (there.size === asked.length) return there;
    await this.visits.query('INSERT IGNORE INTO sitting (learnerId, lessonId, open, pastMs, claimedMs) VALUES ?', [
      asked.map((one) => [...one, '[]', NEVER_SAT.pastMs, NEVER_SAT.claimedMs]),
    ]);
    return this.#sat(asked);
  }

  async #sat(asked: readonly (readonly [string, string])[]): Promise<Map<string, Sitting>> {
    const rows = (await this.visits.query(
      `SELECT s.learnerId, s.lessonId, s.open, s.pastMs, s.claimedMs
       FROM JSON_TABLE(?, '$[*]' COLUMNS (a CHAR(36) PATH '$[0]', b CHAR(36) PATH '$[1]')) k
       STRAIGHT_JOIN sitting s ON s.learnerId = CAST(k.a AS UUID) AND s.lessonId = CAST(k.b AS UUID)
       FOR UPDATE`,
      [JSON.stringify(asked)],
    )) as SittingEntity[];
    const read = ({ open, pastMs, claimedMs }: SittingEntity) => ({
      open,
      pastMs: Number(pastMs),
      claimedMs: Number(claimedMs),
    });
    return new Map(rows.map((row) => [sittingKey(row), read(row)]));
  }

  async #sit(sittings: ReadonlyMap<string, Sitting>): Promise<void> {
    const rows = [...sittings].map(([key, { open, pastMs, claimedMs }]) => [
      ...key.split(' '),
      JSON.stringify(open),
      pastMs,
      claimedMs,
    ]);
    await this.visits.query(
      `INSERT INTO sitting (learnerId, lessonId, open, pastMs, claimedMs) VALUES ?
       ON DUPLICATE KEY UPDATE open = VALUES(open), pastMs = VALUES(pastMs), claimedMs = VALUES(claimedMs)`,
      [rows],
    );
  }

  /** Writes plays down as they were told, and lays them on what was watched before. */
  async #write(plays: readonly Play[], layings: readonly Laying[]): Promise<void> {
    if (plays.length === 0) return;
    await this.plays.query('INSERT INTO play (visitId, report, number, sourceId, start, end, speed, at) VALUES ?', [
      plays.map((one) => [one.visitId, one.report, one.number, one.sourceId, one.start, one.end, one.speed, one.at]),
    ]);
    let rows = await this.#watched(layings);
    if (rows.size < layings.length) {
      // What is not there cannot be locked: it is made first, by whoever comes first.
      await this.plays.query(
        'INSERT IGNORE INTO watched (learnerId, lessonId, sourceId, layers, firstAt, lastAt) VALUES ?',
        [layings.map((one) => [one.learnerId, one.lessonId, one.sourceId, '[]', one.firstAt, one.lastAt])],
      );
      rows = await this.#watched(layings);
    }
    const laid = layings.map((one) => {
      const { layers, firstAt, lastAt } = present(rows.get(keyOf(one)));
      const now = JSON.stringify(withPlays(layers, one.stretches));
      const [first, last] = [firstAt < one.firstAt ? firstAt : one.firstAt, lastAt > one.lastAt ? lastAt : one.lastAt];
      return [one.learnerId, one.lessonId, one.sourceId, now, first, last];
    });
    await this.plays.query(
      `INSERT INTO watched (learnerId, lessonId, sourceId, layers, firstAt, lastAt) VALUES ?
       ON DUPLICATE KEY UPDATE layers = VALUES(layers), firstAt = VALUES(firstAt), lastAt = VALUES(lastAt)`,
      [laid],
    );
  }

  /**
   * What was watched before, locked in the order of the layings: rounds of two processes wait for each other, and never
   * in a ring. Each row is found by its key; no other one is locked.
   */
  async #watched(layings: readonly Laying[]): Promise<ReadonlyMap<string, Before>> {
    const asked = layings.map(({ learnerId, lessonId, sourceId }) => [learnerId, lessonId, sourceId]);
    const rows = (await this.plays.query(
      `SELECT w.learnerId, w.lessonId, w.sourceId, w.layers, w.firstAt, w.lastAt
       FROM JSON_TABLE(?, '$[*]' COLUMNS (a CHAR(36) PATH '$[0]', b CHAR(36) PATH '$[1]', c CHAR(36) PATH '$[2]')) k
       STRAIGHT_JOIN watched w
         ON w.learnerId = CAST(k.a AS UUID) AND w.lessonId = CAST(k.b AS UUID) AND w.sourceId = CAST(k.c AS UUID)
       FOR UPDATE`,
      [JSON.stringify(asked)],
    )) as Before[];
    return new Map(rows.map((row) => [keyOf(row), row]));
  }

  /** Tells those who look on that somebody watches: now and then, however many do. Nobody waits for it. */
  async #mention(lessonId: string, now: number): Promise<void> {
    if (now - (this.#mentioned.get(lessonId) ?? 0) < MENTION_EVERY_MS) return;
    if (this.#mentioned.size > MOST_MENTIONED) this.#mentioned.clear();
    this.#mentioned.set(lessonId, now);
    const teachers = await this.access.teachersOf(lessonId);
    void this.events.mention(teachers, { kind: 'watched', id: lessonId });
  }
}

interface Before {
  readonly learnerId: string;
  readonly lessonId: string;
  readonly sourceId: string;
  readonly layers: PlayLayers;
  readonly firstAt: Date;
  readonly lastAt: Date;
}
const keyOf = ({ learnerId, lessonId, sourceId }: Pick<Before, 'learnerId' | 'lessonId' | 'sourceId'>): string =>
  `${learnerId} ${lessonId} ${sourceId}`;
const sittingKey = ({ learnerId, lessonId }: Pick<SittingEntity, 'learnerId' | 'lessonId'>): string =>
  `${learnerId} ${lessonId}`;
