import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { MoreThan, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { Approvals } from './approvals.service.ts';
import { isRemoved, SubmissionEntity, type Submission } from './submission.entity.ts';
import { SubmissionsService } from './submissions.service.ts';

/** Hand-ins that a teacher removes with a reason: nothing of them counts, nothing is lost, and they can be put back. */
@Injectable()
export class Removals {
  constructor(
    @InjectRepository(SubmissionEntity) private readonly rows: Repository<Submission>,
    private readonly submissions: SubmissionsService,
    private readonly approvals: Approvals,
    private readonly acts: Acts,
  ) {}

  /**
   * Its makers are told why, and can hand in again; its class sees it no more.
   * @param times which hand-in is meant
   * @throws Problem `handed-in-again`, `handed-back-already`
   */
  async remove(id: string, { reason, times }: { readonly reason: string; readonly times: number }): Promise<void> {
    await this.acts.do(async () => {
      const submission = await this.submissions.locked(id);
      if (submission.times !== times)
        throw new Problem(
          409,
          'handed-in-again',
          'Something else was handed in meanwhile. Look at it first; nothing was removed.',
        );
      if (submission.state === 'handed-back')
        throw new Problem(409, 'handed-back-already', 'This was handed back, so it stays. Nothing was removed.');
      const shown = { approvedAt: null, named: false, shownAs: null, typed: false };
      await this.rows.update(
        { id },
        { state: 'removed', removedAt: new Date(), removedReason: reason.trim(), ...shown },
      );
      if (submission.approvedAt) {
        await this.approvals.cut(submission);
        await this.approvals.tell(submission);
      }
      await this.submissions.tell(submission);
    });
  }

  /** It waits as before; whom the class saw it of before has to be said anew. Does nothing where it stands. */
  async putBack(id: string): Promise<void> {
    await this.acts.do(async () => {
      const submission = await this.submissions.locked(id);
      if (!isRemoved(submission)) return;
      await this.rows.update({ id }, { state: 'handed-in', removedAt: null, removedReason: null });
      await this.submissions.tell(submission);
    });
  }

  /** What of a learner's own was removed after a moment, and not put back nor handed in again since. */
  async ofLearner(learnerId: string, since: Date): Promise<readonly Submission[]> {
    const removed = { state: 'removed', removedAt: MoreThan(since) } as const;
    const own = await this.rows.findBy({ learnerId, ...removed });
    return [...own, ...(await this.rows.findBy({ partnerId: learnerId, ...removed }))];
  }
}
