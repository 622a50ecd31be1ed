import { Injectable } from '@nestjs/common';
import { present } from '@oakbell/core/present';
import { notFound } from '../../platform/http/index.ts';
import { AssignmentsService, DueDates } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { EditionsService } from '../editions/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { PeopleService } from '../people/index.ts';
import { Punctuality } from './punctuality.service.ts';
import { NOT_BEGUN, pairKey, WatchCounts } from './watchCounts.service.ts';
import type { LearnerWatchedDto } from './watched.dto.ts';

/** One learner over all lessons that one class was given: in so many queries, however many they are. */
@Injectable()
export class WatchedLearner {
  constructor(
    private readonly assignments: AssignmentsService,
    private readonly classes: ClassesService,
    private readonly people: PeopleService,
    private readonly lessons: LessonsService,
    private readonly editions: EditionsService,
    private readonly counts: WatchCounts,
    private readonly punctuality: Punctuality,
    private readonly dueDates: DueDates,
  ) {}

  /** What is due last stands first. @throws Problem `not-found` for somebody who is no learner of the class */
  async of(classId: string, learnerId: string): Promise<LearnerWatchedDto> {
    if (!(await this.classes.has(classId, learnerId, 'learner'))) throw notFound('learner');
    const given = (await this.assignments.forLearner(learnerId, { classId })).toReversed();
    const pairs = given.flatMap((assignment) => assignment.lessonIds.map((lessonId) => ({ assignment, lessonId })));
    const ids = [...new Set(pairs.map(({ lessonId }) => lessonId))];
    const lessons = await this.lessons.byIds(ids);
    const editions = await this.editions.newestReadyOf(ids);
    const watched = await this.counts.ofPairs([...editions.values()].map((edition) => ({ learnerId, edition })));
    const dueOf = await this.dueDates.of([learnerId]);
    const met = pairs.map(({ assignment, lessonId }) => ({
      ...{ learnerId, assignment, lessonId },
      edition: editions.get(lessonId),
      watched: watched.get(pairKey(learnerId, lessonId)) ?? NOT_BEGUN,
    }));
    const ready = met.flatMap(({ edition, ...one }) => (edition ? [{ ...one, edition }] : []));
    const punctual = await this.punctuality.of(ready);
    const done = new Map(ready.map((one, i) => [`${one.assignment.id} ${one.lessonId}`, punctual[i] ?? null]));
    return {
      learnerId,
      name: present((await this.people.byIds([learnerId])).get(learnerId)).name,
      className: (await this.classes.get(classId)).name,
      lessons: met.map(({ assignment, lessonId, edition, watched: own }) => ({
        ...{ assignmentId: assignment.id, lessonId, title: lessons.get(lessonId)?.title ?? '' },
        dueAt: dueOf(learnerId, assignment).toISOString(),
        watchedPercent: assignment.watchedPercent,
        length: edition?.length ?? 0,
        ...{ share: own.share, replayed: own.replayed, ranges: [...own.ranges] },
        firstAt: own.firstAt?.toISOString() ?? null,
        lastAt: own.lastAt?.toISOString() ?? null,
        done: done.get(`${assignment.id} ${lessonId}`) ?? null,
      })),
    };
  }
}
