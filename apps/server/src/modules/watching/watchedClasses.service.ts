import { Injectable } from '@nestjs/common';
import { countsAsWatched } from '@oakbell/core/assigning';
import { present } from '@oakbell/core/present';
import { groupedBy } from '../../platform/database/index.ts';
import { AssignmentHeads, AssignmentsService, WhomService } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { EditionsService } from '../editions/index.ts';
import { Punctuality } from './punctuality.service.ts';
import { NOT_BEGUN, WatchCounts } from './watchCounts.service.ts';
import type { WatchedClassDto } from './watched.dto.ts';

/** One lesson before several classes: in so many queries, however many classes there are. */
@Injectable()
export class WatchedClasses {
  constructor(
    private readonly assignments: AssignmentsService,
    private readonly heads: AssignmentHeads,
    private readonly whom: WhomService,
    private readonly classes: ClassesService,
    private readonly editions: EditionsService,
    private readonly counts: WatchCounts,
    private readonly punctuality: Punctuality,
  ) {}

  /** The classes of a teacher that have it, what is due first first. */
  async of(teacherId: string, lessonId: string): Promise<readonly WatchedClassDto[]> {
    const teaches = new Set((await this.classes.of(teacherId, 'teacher')).map((one) => one.id));
    const given = (await this.assignments.ofLesson(lessonId)).filter((one) => teaches.has(one.classId));
    const heads = await this.heads.of(given);
    const having = groupedBy(await this.whom.learnersOfAll(given.map(({ id }) => id)), (one) => one.assignmentId);
    const learnersOf = given.map(({ id }) => (having.get(id) ?? []).map(({ learnerId }) => learnerId));
    const edition = await this.editions.newestReady(lessonId);
    const met = edition ? await this.counts.ofClasses(edition, learnersOf) : [];
    const pairs = given.flatMap((assignment, i) =>
      edition
        ? [...present(met[i]).of].map(([learnerId, watched]) => ({ learnerId, assignment, edition, watched }))
        : [],
    );
    const punctual = await this.punctuality.of(pairs);
    return given.map(({ id, dueAt, watchedPercent }, i) => {
      const learners = present(learnersOf[i]);
      const own = learners.map((learnerId) => met[i]?.of.get(learnerId) ?? NOT_BEGUN);
      return {
        ...{ assignmentId: id, className: present(heads.get(id)).className, dueAt: dueAt.toISOString() },
        learners: learners.length,
        begun: own.filter(({ firstAt }) => firstAt !== null).length,
        watched: own.filter(({ share }) => countsAsWatched(share, watchedPercent)).length,
        onTime: punctual.filter((one, at) => one === 'on-time' && pairs[at]?.assignment.id === id).length,
        meanShare: own.reduce((sum, { share }) => sum + share, 0) / Math.max(1, learners.length),
        length: edition?.length ?? 0,
        warmth: [...(met[i]?.warmth ?? [])],
      };
    });
  }
}
