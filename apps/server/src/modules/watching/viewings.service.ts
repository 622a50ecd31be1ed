import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { countsAsWatched, USUAL_WATCHED } from '@oakbell/core/assigning';
import { micros } from '@oakbell/core/clock';
import { programmeRanges } from '@oakbell/core/edits';
import { present } from '@oakbell/core/present';
import type { Viewing } from '@oakbell/core/statements';
import { In, LessThanOrEqual, Repository } from 'typeorm';
import { groupedBy } from '../../platform/database/index.ts';
import { EditionsService } from '../editions/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { PlayEntity, VisitEntity, VisitTellingEntity } from './visit.entity.ts';
import { pairKey, WatchCounts } from './watchCounts.service.ts';

/** Visits as they are told elsewhere. */
@Injectable()
export class Viewings {
  constructor(
    @InjectRepository(VisitEntity) private readonly visits: Repository<VisitEntity>,
    @InjectRepository(PlayEntity) private readonly plays: Repository<PlayEntity>,
    @InjectRepository(VisitTellingEntity) private readonly tellings: Repository<VisitTellingEntity>,
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    private readonly counts: WatchCounts,
  ) {}

  /** Those that are to be told, the longest due first. */
  async due(now: Date, most: number): Promise<readonly VisitTellingEntity[]> {
    return this.tellings.find({ where: { dueAt: LessThanOrEqual(now) }, order: { dueAt: 'ASC' }, take: most });
  }

  /** How many are to be told, and since when the first of them could be; null for none. */
  async waiting(): Promise<{ readonly count: number; readonly since: Date | null }> {
    const [row] = (await this.tellings.query(
      'SELECT COUNT(*) AS count, MIN(dueAt) AS since FROM visit_telling WHERE dueAt <= UTC_TIMESTAMP(3)',
    )) as { count: string; since: Date | null }[];
    return { count: Number(row?.count ?? 0), since: row?.since ?? null };
  }

  /** They were told as they stood; what came meanwhile is told the next time. */
  async told(all: readonly VisitTellingEntity[], completed: ReadonlySet<string>): Promise<void> {
    if (all.length === 0) return;
    await this.tellings.query(
      `INSERT INTO visit_telling (visitId, dueAt, reports, completed) VALUES ?
       ON DUPLICATE KEY UPDATE dueAt = IF(reports = VALUES(reports), NULL, dueAt), completed = completed OR VALUES(completed)`,
      // In the order in which reports lock them, so that none waits for the other in a ring.
      [all.toSorted(byVisit).map(({ visitId, reports }) => [visitId, null, reports, completed.has(visitId)])],
    );
  }

  /** Those of some learners to one lesson, in pieces: however often they came, few are held at a time. */
  async *ofLesson(lessonId: string, learnerIds: readonly string[]): AsyncGenerator<readonly Viewing[]> {
    if (learnerIds.length === 0) return;
    const completed = new Set<string>();
    for (let after = ''; ;) {
      const rows = (await this.visits.query(
        'SELECT id FROM visit WHERE lessonId = ? AND learnerId IN (?) AND id > ? ORDER BY id LIMIT ?',
        [lessonId, learnerIds, after || '00000000-0000-0000-0000-000000000000', AT_ONCE],
      )) as { id: string }[];
      const last = rows.at(-1);
      if (!last) return;
      const viewings = await this.#as(
        rows.map(({ id }) => id),
        completed,
      );
      for (const one of viewings) if (one.isCompleted) completed.add(pairKey(one.learnerId, one.lessonId));
      yield viewings;
      after = last.id;
    }
  }

  /** Those that are to be told as they stand now, in so many queries. */
  async of(visitIds: readonly string[]): Promise<readonly Viewing[]> {
    return this.#as(visitIds, await this.#completedBefore(visitIds));
  }

  /** @param before of whom it was told already that they watched a lesson */
  async #as(visitIds: readonly string[], before: ReadonlySet<string>): Promise<readonly Viewing[]> {
    const visits = await this.visits.findBy({ id: In([...visitIds]) });
    const plays = await this.plays.find({
      where: { visitId: In([...visitIds]) },
      order: { visitId: 'ASC', report: 'ASC', number: 'ASC' },
    });
    const byVisit = groupedBy(plays, (play) => play.visitId);
    const programmes = await this.editions.programmes([...new Set(visits.map((visit) => visit.editionId))]);
    const lessons = await this.lessons.byIds([...new Set(visits.map((visit) => visit.lessonId))]);
    const newest = await this.editions.newestReadyOf([...lessons.keys()]);
    const pairs = visits.flatMap(({ learnerId, lessonId }) => {
      const edition = newest.get(lessonId);
      return edition ? [{ learnerId, edition }] : [];
    });
    const watched = await this.counts.ofPairs(pairs);
    return visits.map((visit): Viewing => {
      const { id, learnerId, lessonId, startedAt, lastAt, counted } = visit;
      const programme = present(programmes.get(visit.editionId));
      const key = pairKey(learnerId, lessonId);
      const isEnough = countsAsWatched(watched.get(key)?.share ?? 0, USUAL_WATCHED);
      return {
        ...{ visitId: id, learnerId, lessonId, title: lessons.get(lessonId)?.title ?? '' },
        ...{ length: programme.length, startedAt: startedAt.toISOString(), lastAt: lastAt.toISOString() },
        plays: (byVisit.get(id) ?? []).flatMap(({ sourceId, start, end }) =>
          programmeRanges(programme, [{ sourceId, start: micros(Number(start)), end: micros(Number(end)) }]),
        ),
        reports: counted.reduce((sum, { start, end }) => sum + end - start, 0),
        isCompleted: isEnough && !before.has(key),
      };
    });
  }

  /** Of whom it was told already that they watched a lesson. */
  async #completedBefore(visitIds: readonly string[]): Promise<ReadonlySet<string>> {
    const visits = await this.visits.findBy({ id: In([...visitIds]) });
    if (visits.length === 0) return new Set();
    const rows = (await this.visits.query(
      `SELECT v.learnerId, v.lessonId FROM visit_telling t JOIN visit v ON v.id = t.visitId
       WHERE t.completed = 1 AND v.learnerId IN (?) AND v.lessonId IN (?)`,
      [[...new Set(visits.map((one) => one.learnerId))], [...new Set(visits.map((one) => one.lessonId))]],
    )) as { learnerId: string; lessonId: string }[];
    return new Set(rows.map(({ learnerId, lessonId }) => pairKey(learnerId, lessonId)));
  }
}

const byVisit = (a: VisitTellingEntity, b: VisitTellingEntity): number => (a.visitId < b.visitId ? -1 : 1);

/** So many visits are looked at together. */
const AT_ONCE = 200;
