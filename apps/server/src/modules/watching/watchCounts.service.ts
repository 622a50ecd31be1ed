import { present } from '@oakbell/core/present';
import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { ZERO, type Micros } from '@oakbell/core/clock';
import {
  playedRanges,
  playsPerPart,
  replayedLength,
  shareOf,
  stretchesOfLayers,
  unionOfStretches,
} from '@oakbell/core/coverage';
import type { Programme, SourceStretch } from '@oakbell/core/edits';
import type { RangeSet } from '@oakbell/core/intervals';
import { In, Repository } from 'typeorm';
import { EditionsService, type EditionHead } from '../editions/index.ts';
import { groupedBy } from '../../platform/database/index.ts';
import { UncountedEntity, WatchedEntity } from './visit.entity.ts';

/** How one learner has watched one lesson, on the axis of its newest edition. */
export interface Watched {
  readonly share: number;
  readonly ranges: RangeSet;
  /** What of it was played more than once. */
  readonly again: RangeSet;
  readonly replayed: Micros;
  readonly firstAt: Date | null;
  readonly lastAt: Date | null;
}
export const NOT_BEGUN: Watched = { share: 0, ranges: [], again: [], replayed: ZERO, firstAt: null, lastAt: null };

/** How a class has watched an edition's lesson: each learner, and the mean plays of each hundredth of it. */
export interface WatchedClass {
  readonly of: ReadonlyMap<string, Watched>;
  readonly warmth: readonly number[];
}

/** The warmth of a lesson is told for so many equal parts. */
const WARMTH_PARTS = 100;

/** What was watched, as teachers and learners look at it: in so many queries, however many of them there are. */
@Injectable()
export class WatchCounts {
  constructor(
    @InjectRepository(WatchedEntity) private readonly rows: Repository<WatchedEntity>,
    @InjectRepository(UncountedEntity) private readonly uncounted: Repository<UncountedEntity>,
    private readonly editions: EditionsService,
  ) {}

  /** How each of these learners has watched an edition's lesson, and how warm each hundredth of it is. */
  async ofClass(edition: EditionHead, learnerIds: readonly string[]): Promise<WatchedClass> {
    return present((await this.ofClasses(edition, [learnerIds]))[0]);
  }

  /** The same for several classes, in their order and in so many queries. */
  async ofClasses(edition: EditionHead, classes: readonly (readonly string[])[]): Promise<readonly WatchedClass[]> {
    const programme = present((await this.editions.programmes([edition.id])).get(edition.id));
    const learnerIds = [...new Set(classes.flat())];
    const rows =
      learnerIds.length === 0 ? [] : await this.rows.findBy({ lessonId: edition.lessonId, learnerId: In(learnerIds) });
    const byLearner = groupedBy(rows, (row) => row.learnerId);
    const watched = new Map(learnerIds.map((id) => [id, watchedBy(programme, byLearner.get(id) ?? [])]));
    return classes.map((ids) => {
      const plays = stretchesOf(ids.flatMap((id) => byLearner.get(id) ?? []));
      return {
        of: new Map(ids.map((id) => [id, present(watched.get(id))])),
        warmth: playsPerPart(programme, plays, WARMTH_PARTS).map((sum) => sum / Math.max(1, ids.length)),
      };
    });
  }

  /** How learners have watched lessons, each pair for itself: by `pairKey`. Pairs without an edition have not begun. */
  async ofPairs(
    pairs: readonly { readonly learnerId: string; readonly edition: EditionHead }[],
  ): Promise<ReadonlyMap<string, Watched>> {
    if (pairs.length === 0) return new Map();
    const rows = await this.rows.findBy({
      lessonId: In([...new Set(pairs.map(({ edition }) => edition.lessonId))]),
      learnerId: In([...new Set(pairs.map(({ learnerId }) => learnerId))]),
    });
    const byPair = groupedBy(rows, ({ learnerId, lessonId }) => pairKey(learnerId, lessonId));
    const begun = pairs.filter(({ learnerId, edition }) => byPair.has(pairKey(learnerId, edition.lessonId)));
    const programmes = await this.editions.programmes(begun.map(({ edition }) => edition.id));
    return new Map(
      begun.map(({ learnerId, edition }) => {
        const key = pairKey(learnerId, edition.lessonId);
        return [key, watchedBy(present(programmes.get(edition.id)), byPair.get(key) ?? [])];
      }),
    );
  }

  /** How many of those who have each of these assignments have begun one of its lessons. */
  async begun(assignmentIds: readonly string[]): Promise<ReadonlyMap<string, number>> {
    if (assignmentIds.length === 0) return new Map();
    const rows = (await this.rows.query(
      // Led by what was watched: all learners of all assignments would be as many as both multiplied.
      `SELECT STRAIGHT_JOIN x.assignmentId AS id, COUNT(DISTINCT w.learnerId) AS begun FROM assignment_lesson x
       JOIN watched w ON w.lessonId = x.lessonId
       JOIN assigned d ON d.assignmentId = x.assignmentId AND d.learnerId = w.learnerId
       WHERE x.assignmentId IN (?) GROUP BY x.assignmentId`,
      [assignmentIds],
    )) as { id: string; begun: string }[];
    return new Map(rows.map(({ id, begun }) => [id, Number(begun)]));
  }

  /** What was claimed of a lesson and not counted, by learner. */
  async uncountedOf(lessonId: string, learnerIds: readonly string[]): Promise<ReadonlyMap<string, UncountedEntity>> {
    if (learnerIds.length === 0) return new Map();
    const rows = await this.uncounted.findBy({ lessonId, learnerId: In([...learnerIds]) });
    return new Map(rows.map((row) => [row.learnerId, row]));
  }

  /** How many learners of a class have begun each of these lessons. */
  async begunIn(classId: string, lessonIds: readonly string[]): Promise<ReadonlyMap<string, number>> {
    if (lessonIds.length === 0) return new Map();
    const rows = (await this.rows.query(
      `SELECT w.lessonId AS id, COUNT(DISTINCT w.learnerId) AS begun FROM watched w
       JOIN membership m ON m.classId = ? AND m.personId = w.learnerId AND m.part = 'learner'
       WHERE w.lessonId IN (?) GROUP BY w.lessonId`,
      [classId, lessonIds],
    )) as { id: string; begun: string }[];
    return new Map(rows.map(({ id, begun }) => [id, Number(begun)]));
  }
}

export const pairKey = (learnerId: string, lessonId: string): string => `${learnerId} ${lessonId}`;

export const stretchesOf = (rows: readonly WatchedEntity[]): readonly SourceStretch[] =>
  rows.flatMap(({ sourceId, layers }) => stretchesOfLayers(sourceId, layers));

function watchedBy(programme: Programme, rows: readonly WatchedEntity[]): Watched {
  if (rows.length === 0) return NOT_BEGUN;
  const stretches = stretchesOf(rows);
  const played = unionOfStretches(stretches);
  return {
    share: shareOf(programme, played),
    ranges: playedRanges(programme, played),
    again: playedRanges(
      programme,
      rows.flatMap(({ sourceId, layers }) => stretchesOfLayers(sourceId, layers.slice(1, 2))),
    ),
    replayed: replayedLength(stretches),
    firstAt: new Date(Math.min(...rows.map((row) => row.firstAt.getTime()))),
    lastAt: new Date(Math.max(...rows.map((row) => row.lastAt.getTime()))),
  };
}
