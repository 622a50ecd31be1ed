import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { EXTRA_TIMES } from '@oakbell/core/people';
import { Repository } from 'typeorm';
import { AssignmentEntity } from './assignment.entity.ts';
import { AssignmentsService, type Assignment } from './assignments.service.ts';

/** So much of the time that there is extra time adds at most. */
const MOST_EXTRA = Math.max(...EXTRA_TIMES);

/** What happened to assignments lately. */
@Injectable()
export class RecentAssignments {
  constructor(
    @InjectRepository(AssignmentEntity) private readonly assignments: Repository<AssignmentEntity>,
    private readonly all: AssignmentsService,
  ) {}

  /**
   * What a learner has of what was given or changed after a moment, or is due soon: from now until `dueBy`, or earlier
   * where extra time may move it there.
   */
  async forLearner(
    learnerId: string,
    { since, now, dueBy }: { readonly since: Date; readonly now: Date; readonly dueBy: Date },
  ): Promise<readonly Assignment[]> {
    const rows = (await this.assignments.query(
      `SELECT a.id FROM assigned d JOIN assignment a ON a.id = d.assignmentId
       WHERE d.learnerId = ? AND (a.createdAt > ? OR a.changedAt > ? OR (a.dueAt <= ?
         AND a.dueAt + INTERVAL TIMESTAMPDIFF(SECOND, a.createdAt, a.dueAt) * ? + 60 SECOND > ?))`,
      [learnerId, since, since, dueBy, MOST_EXTRA, now],
    )) as { id: string }[];
    return this.all.byIds(rows.map(({ id }) => id));
  }
}
