import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { MOST_REPLIES } from '@oakbell/core/assigning';
import { randomUUID } from 'node:crypto';
import { Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { AssignmentsService, WhomService } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { ClassReplyEntity } from './classReply.entity.ts';
import type { Submission } from './submission.entity.ts';

/** What a class says to an answer that it sees: each reply is seen by the class after a teacher's yes, like the answer. */
@Injectable()
export class Replies {
  constructor(
    @InjectRepository(ClassReplyEntity) private readonly replies: Repository<ClassReplyEntity>,
    private readonly assignments: AssignmentsService,
    private readonly whom: WhomService,
    private readonly classes: ClassesService,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  /** Of what is handed in now, the oldest first. */
  async of({ id: submissionId, times }: Submission): Promise<readonly ClassReplyEntity[]> {
    return this.replies.find({ where: { submissionId, times }, order: { at: 'ASC', id: 'ASC' } });
  }

  /** How many wait for a teacher's yes, by hand-in. */
  async waitingOf(assignmentId: string): Promise<ReadonlyMap<string, number>> {
    const rows = (await this.replies.query(
      `SELECT s.id, COUNT(*) AS waiting FROM submission s
       JOIN class_reply r ON r.submissionId = s.id AND r.times = s.times AND r.approvedAt IS NULL
       WHERE s.assignmentId = ? AND s.approvedAt IS NOT NULL GROUP BY s.id`,
      [assignmentId],
    )) as { id: string; waiting: string }[];
    return new Map(rows.map(({ id, waiting }) => [id, Number(waiting)]));
  }

  /** @throws Problem `too-many-replies` */
  async write(byId: string, { id: submissionId, times, assignmentId }: Submission, text: string): Promise<void> {
    await this.acts.do(async () => {
      await this.assignments.lock(assignmentId);
      if ((await this.replies.countBy({ submissionId, times, byId })) >= MOST_REPLIES)
        throw new Problem(
          422,
          'too-many-replies',
          `You have written ${MOST_REPLIES} replies to this already. Take one back to write another.`,
        );
      await this.replies.insert({
        id: randomUUID(),
        submissionId,
        times,
        byId,
        text,
        at: new Date(),
        approvedAt: null,
      });
      const { classId } = await this.assignments.get(assignmentId);
      await this.#tell([byId, ...(await this.classes.teacherIds(classId))], submissionId, assignmentId);
    });
  }

  /** Takes one's own back. @throws Problem `not-found` */
  async takeBack(byId: string, { id: submissionId, assignmentId, ...rest }: Submission, reply: string): Promise<void> {
    await this.acts.do(async () => {
      const gone = await this.replies.delete({ id: reply, submissionId, byId });
      if (!gone.affected) throw notFound('reply');
      await this.#tellAll({ id: submissionId, assignmentId, ...rest });
    });
  }

  /** The teacher's yes, or that it is none any more. @throws Problem `not-found` */
  async setShown(submission: Submission, reply: string, shown: boolean): Promise<void> {
    await this.acts.do(async () => {
      const where = { id: reply, submissionId: submission.id };
      if (!(await this.replies.findOne({ where, lock: { mode: 'pessimistic_write' } }))) throw notFound('reply');
      await this.replies.update(where, { approvedAt: shown ? new Date() : null });
      await this.#tellAll(submission);
    });
  }

  async #tellAll({ id, assignmentId }: Pick<Submission, 'id' | 'assignmentId'>): Promise<void> {
    const { classId } = await this.assignments.get(assignmentId);
    await this.#tell(await this.whom.concernedBy(assignmentId, classId), id, assignmentId);
  }

  async #tell(people: readonly string[], id: string, of: string): Promise<void> {
    await this.events.tell([...new Set(people)], { kind: 'answers', id, of });
  }
}
