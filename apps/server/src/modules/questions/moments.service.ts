import { Injectable } from '@nestjs/common';
import { clampTime, micros, ZERO } from '@oakbell/core/clock';
import { sourceTimeAt } from '@oakbell/core/edits';
import { present } from '@oakbell/core/present';
import { notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AccessService } from '../access/index.ts';
import { AssignmentsService, type Assignment } from '../assignments/index.ts';
import { EditionsService } from '../editions/index.ts';

/** Where in a lesson of an assignment somebody is. */
export interface Where {
  readonly assignmentId: string;
  readonly lessonId: string;
  readonly editionId: string;
  /** Microseconds of the edition's programme time. */
  readonly at: number;
}
/** The same, in the time of what was recorded. */
export interface Moment {
  readonly assignment: Assignment;
  readonly sourceId: string;
  readonly atTime: number;
}

/** Moments of lessons at which learners ask and give signs. */
@Injectable()
export class Moments {
  constructor(
    private readonly assignments: AssignmentsService,
    private readonly editions: EditionsService,
    private readonly access: AccessService,
  ) {}

  /** @throws Problem `not-found` for what they cannot watch; `asking-is-off` */
  async of(person: Person, { assignmentId, lessonId, editionId, at }: Where): Promise<Moment> {
    const assignment = await this.assignments.get(assignmentId);
    const may = (await this.access.decide(person, 'watch', 'edition', editionId)).ok;
    if (!may || !assignment.lessonIds.includes(lessonId)) throw notFound('lesson');
    if ((await this.editions.get(editionId)).lessonId !== lessonId) throw notFound('lesson');
    if (!assignment.asking)
      throw new Problem(409, 'asking-is-off', 'Your teacher takes no questions on this now. Nothing was sent.');
    const programme = present((await this.editions.programmes([editionId])).get(editionId));
    const place = sourceTimeAt(programme, clampTime(micros(at), ZERO, programme.length));
    if (!place) throw notFound('moment');
    return { assignment, sourceId: place.sourceId, atTime: place.time };
  }
}
