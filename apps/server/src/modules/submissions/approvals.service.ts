import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { IsNull, Not, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { MediaService } from '../access/index.ts';
import { AssignmentsService, WhomService } from '../assignments/index.ts';
import { showsNothing } from './shownParts.ts';
import { agreedFor, SubmissionEntity, type Submission } from './submission.entity.ts';
import { ensureStands } from './submissions.rules.ts';

/** An answer that its class may see, and since when. */
export interface Approved {
  readonly submissionId: string;
  readonly assignmentId: string;
  readonly at: Date;
}

/** What of a class's answers the class may see: each of them after a teacher's yes, for as long as it stands. */
@Injectable()
export class Approvals {
  constructor(
    @InjectRepository(SubmissionEntity) private readonly submissions: Repository<Submission>,
    private readonly assignments: AssignmentsService,
    private readonly whom: WhomService,
    private readonly media: MediaService,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  /**
   * Shows it to the class. @param named whether the class is told whose it is
   * @param shownAs the name that it is told instead; none when null
   * @param times which hand-in the yes is for
   * @param typed whether nothing on its pages is written by hand
   * @throws Problem `for-teachers-only`, `handed-in-again`, `removed`, `name-not-agreed`, `nothing-agreed`
   */
  async approve(
    id: string,
    {
      named,
      shownAs = null,
      typed = false,
      times,
    }: {
      readonly named: boolean;
      readonly shownAs?: string | null;
      readonly typed?: boolean;
      readonly times: number;
    },
  ): Promise<void> {
    await this.acts.do(async () => {
      const submission = await this.#locked(id);
      const { answersSeen } = await this.assignments.get(submission.assignmentId);
      if (answersSeen !== 'class')
        throw new Problem(
          409,
          'for-teachers-only',
          'Answers of this assignment are seen by teachers alone. Change the assignment first.',
        );
      if (submission.times !== times)
        throw new Problem(
          409,
          'handed-in-again',
          'Something else was handed in meanwhile. Look at it first; the class does not see it yet.',
        );
      ensureStands(submission);
      if (named && !agreedFor(submission).name)
        throw new Problem(
          409,
          'name-not-agreed',
          'Not everybody whose work it is lets the class see their name. Show it without, or under another one.',
        );
      if (showsNothing({ ...submission, typed }))
        throw new Problem(
          409,
          'nothing-agreed',
          'Nothing is left to show: not everybody whose work it is lets the class hear their voice or see their handwriting.',
        );
      const shown = { approvedAt: new Date(), named, shownAs: named ? null : shownAs, typed };
      await this.submissions.update({ id }, shown);
      await this.tell(submission);
    });
  }

  /** Takes it away from the class again, at once. */
  async withdraw(id: string): Promise<void> {
    await this.acts.do(async () => {
      const submission = await this.#locked(id);
      await this.submissions.update({ id }, { approvedAt: null, named: false, shownAs: null, typed: false });
      await this.cut(submission);
      await this.tell(submission);
    });
  }

  /** Whoever sees it asks anew whether they still may. */
  async cut({ id, answerId }: Pick<Submission, 'id' | 'answerId'>): Promise<void> {
    await this.media.cut(`answer:${id}`, ...(answerId === null ? [] : [`lesson:${answerId}`]));
  }

  /** What the class may see of an assignment, the oldest yes first. */
  async of(assignmentId: string): Promise<readonly Submission[]> {
    return this.submissions.find({ where: { assignmentId, approvedAt: Not(IsNull()) }, order: { approvedAt: 'ASC' } });
  }

  /** What of a learner's own was shown to their class after a moment. */
  async ofLearner(learnerId: string, since: Date): Promise<readonly Approved[]> {
    return (await this.submissions.query(
      `SELECT s.id AS submissionId, s.assignmentId, s.approvedAt AS at FROM submission s
       JOIN assignment a ON a.id = s.assignmentId AND a.answersSeen = 'class'
       WHERE (s.learnerId = ? OR s.partnerId = ?) AND s.approvedAt > ?`,
      [learnerId, learnerId, since],
    )) as Approved[];
  }

  async #locked(id: string): Promise<Submission> {
    const found = await this.submissions.findOne({ where: { id }, lock: { mode: 'pessimistic_write' } });
    if (!found) throw notFound('hand-in');
    return found;
  }

  /** Whoever has the assignment hears that there is something else to see. */
  async tell({ id, assignmentId }: Submission): Promise<void> {
    const { classId } = await this.assignments.get(assignmentId);
    await this.events.tell(await this.whom.concernedBy(assignmentId, classId), {
      ...{ kind: 'answers', id, of: assignmentId },
    });
  }
}
