import { Injectable } from '@nestjs/common';
import { present } from '@oakbell/core/present';
import { notFound } from '../../platform/http/index.ts';
import { AssignmentHeads, AssignmentsService, WhomService } from '../assignments/index.ts';
import { EditionsService } from '../editions/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { PeopleService } from '../people/index.ts';
import { RemindersService } from '../reminders/index.ts';
import type { UncountedEntity } from './visit.entity.ts';
import { Punctuality } from './punctuality.service.ts';
import { WatchCounts } from './watchCounts.service.ts';
import type { UncountedDto, WatchedDto } from './watched.dto.ts';
import { WatchedDays } from './watchedDays.service.ts';

/** How the learners of an assignment have watched one of its lessons. */
@Injectable()
export class WatchedSheets {
  constructor(
    private readonly counts: WatchCounts,
    private readonly days: WatchedDays,
    private readonly assignments: AssignmentsService,
    private readonly heads: AssignmentHeads,
    private readonly whom: WhomService,
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    private readonly people: PeopleService,
    private readonly reminders: RemindersService,
    private readonly punctuality: Punctuality,
  ) {}

  /** @param lesson one of its lessons; the first when left out. @throws Problem `not-found` for another one */
  async of(id: string, lesson?: string): Promise<WatchedDto> {
    const assignment = await this.assignments.get(id);
    const { lessonIds, watchedPercent } = assignment;
    if (lesson !== undefined && !lessonIds.includes(lesson)) throw notFound('lesson');
    const lessonId = lesson ?? present(lessonIds[0]);
    const learnerIds = await this.whom.learnersOf(id);
    const people = await this.people.byIds(learnerIds);
    const edition = await this.editions.newestReady(lessonId);
    const lessons = await this.lessons.byIds(lessonIds);
    const { title, className } = present((await this.heads.of([assignment])).get(id));
    const watched = edition ? await this.counts.ofClass(edition, learnerIds) : null;
    const reminded = await this.reminders.lastOf(id, learnerIds);
    const uncounted = await this.counts.uncountedOf(lessonId, learnerIds);
    const { days, sat } = await this.days.of(lessonId, learnerIds);
    const met = edition
      ? [...(watched?.of ?? [])].map(([learnerId, own]) => ({ learnerId, assignment, edition, watched: own }))
      : [];
    const punctual = await this.punctuality.of(met);
    const done = new Map(met.map(({ learnerId }, i) => [learnerId, punctual[i] ?? null]));
    const learners = learnerIds.map((learnerId) => {
      const own = watched?.of.get(learnerId);
      return {
        id: learnerId,
        name: people.get(learnerId)?.name ?? '',
        share: own?.share ?? 0,
        ranges: [...(own?.ranges ?? [])],
        again: [...(own?.again ?? [])],
        replayed: own?.replayed ?? 0,
        firstAt: own?.firstAt?.toISOString() ?? null,
        lastAt: own?.lastAt?.toISOString() ?? null,
        times: sat.get(learnerId)?.times ?? 0,
        days: sat.get(learnerId)?.days ?? 0,
        done: done.get(learnerId) ?? null,
        remindedAt: reminded.get(learnerId)?.toISOString() ?? null,
        uncounted: uncountedDto(uncounted.get(learnerId)),
      };
    });
    return {
      assignmentId: id,
      ...{ title, className, classId: assignment.classId, lessonId, watchedPercent },
      lessons: lessonIds.map((of) => ({ id: of, title: lessons.get(of)?.title ?? '' })),
      dueAt: assignment.dueAt.toISOString(),
      editionId: edition?.id ?? null,
      length: edition?.length ?? 0,
      warmth: [...(watched?.warmth ?? [])],
      days: [...days],
      learners: learners.sort((a, b) => a.name.localeCompare(b.name)),
    };
  }
}

const uncountedDto = (of: UncountedEntity | undefined): UncountedDto | null =>
  of ? { reports: of.reports, claimedMs: of.claimedMs, lastAt: of.lastAt.toISOString() } : null;
