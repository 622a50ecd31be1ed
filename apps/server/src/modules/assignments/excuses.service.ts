import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound } from '../../platform/http/index.ts';
import { AssignmentsService } from './assignments.service.ts';
import { ExcusedEntity } from './excused.entity.ts';
import { WhomService } from './whom.service.ts';

/** Learners of whom what their class was given is not asked after all. */
@Injectable()
export class Excuses {
  constructor(
    @InjectRepository(ExcusedEntity) private readonly rows: Repository<ExcusedEntity>,
    private readonly assignments: AssignmentsService,
    private readonly whom: WhomService,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  /** Tells, of these assignments, whether a learner is excused from one. */
  async of(assignmentIds: readonly string[]): Promise<(assignmentId: string, learnerId: string) => boolean> {
    const found = assignmentIds.length === 0 ? [] : await this.rows.findBy({ assignmentId: In([...assignmentIds]) });
    const pairs = new Set(found.map((one) => `${one.assignmentId} ${one.learnerId}`));
    return (assignmentId, learnerId) => pairs.has(`${assignmentId} ${learnerId}`);
  }

  /** Excuses a learner who has it, or asks for it after all; who teaches and who learns hears of it. @throws Problem `not-found` */
  async set(assignmentId: string, learnerId: string, excused: boolean): Promise<void> {
    await this.acts.do(async () => {
      const { classId } = await this.assignments.get(assignmentId);
      if (!(await this.whom.learnersOf(assignmentId)).includes(learnerId)) throw notFound('learner');
      if (excused) await this.rows.upsert({ assignmentId, learnerId }, ['assignmentId', 'learnerId']);
      else await this.rows.delete({ assignmentId, learnerId });
      const concerned = await this.whom.concernedBy(assignmentId, classId);
      await this.events.tell(concerned, { kind: 'assignment', id: assignmentId });
    });
  }
}
