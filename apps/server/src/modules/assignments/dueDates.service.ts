import { Injectable } from '@nestjs/common';
import { dueWith } from '@oakbell/core/people';
import { AccommodationsService } from '../people/index.ts';
import type { AssignmentEntity } from './assignment.entity.ts';

type Given = Pick<AssignmentEntity, 'dueAt' | 'createdAt'>;

/** When work is due for single learners: extra time that somebody needs is added by itself, for nobody else. */
@Injectable()
export class DueDates {
  constructor(private readonly accommodations: AccommodationsService) {}

  /** Tells, of these learners, when something is due for one of them. */
  async of(learnerIds: readonly string[]): Promise<(learnerId: string, given: Given) => Date> {
    const needs = await this.accommodations.ofAll(learnerIds);
    return (learnerId, { dueAt, createdAt }) => {
      const extra = needs.get(learnerId)?.extraTime ?? 0;
      return new Date(dueWith(extra, { since: createdAt.getTime(), due: dueAt.getTime() }));
    };
  }
}
