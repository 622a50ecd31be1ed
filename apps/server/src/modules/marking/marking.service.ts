import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { AssignmentsService, type AssignmentEntity } from '../assignments/index.ts';
import { EditionsService } from '../editions/index.ts';
import { LessonsService, type Lesson } from '../lessons/index.ts';
import { SubmissionsService, type Submission } from '../submissions/index.ts';
import { pairKey, WatchCounts } from '../watching/index.ts';
import { MarkEntity } from './mark.entity.ts';
import { nextWaiting, pointsFault } from './marking.rules.ts';

export interface Marking {
  readonly points: number | null;
  readonly comment: string;
}

@Injectable()
export class MarkingService {
  constructor(
    @InjectRepository(MarkEntity) private readonly marks: Repository<MarkEntity>,
    private readonly assignments: AssignmentsService,
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    private readonly submissions: SubmissionsService,
    private readonly counts: WatchCounts,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  async marksOf(submissionIds: readonly string[]): Promise<ReadonlyMap<string, MarkEntity>> {
    const found = submissionIds.length === 0 ? [] : await this.marks.findBy({ submissionId: In([...submissionIds]) });
    return new Map(found.map((mark) => [mark.submissionId, mark]));
  }

  /** The hand-in and its assignment. @throws Problem `not-found` */
  async find(submissionId: string): Promise<{ submission: Submission; assignment: AssignmentEntity }> {
    const submission = await this.submissions.one(submissionId);
    if (!submission) throw notFound('hand-in');
    return { submission, assignment: await this.assignments.get(submission.assignmentId) };
  }

  /** Keeps points and comment while marking. @throws Problem `too-many-points`, `no-points-here` */
  async save(assignment: AssignmentEntity, submissionId: string, { points, comment }: Marking): Promise<void> {
    const fault = pointsFault(points, assignment.points);
    if (fault) {
      const text =
        fault === 'no-points-here'
          ? 'No points are given for this one.'
          : `There are ${assignment.points} points at most.`;
      throw new Problem(422, fault, `${text} What was there before is kept.`, { fields: { points: text } });
    }
    await this.marks.upsert({ submissionId, points, comment }, ['submissionId']);
  }

  /** Hands a hand-in back with its marks and, where something was spoken, the feedback. Returns the next one waiting. */
  async handBack(personId: string, assignment: AssignmentEntity, submission: Submission): Promise<string | null> {
    return this.acts.do(async () => {
      await this.submissions.lock(submission.id);
      const lesson = await this.lessons.forSubmission(submission.id);
      const spoken = lesson !== null && lesson.length > 0;
      const mark = await this.marks.findOneBy({ submissionId: submission.id });
      if (!spoken && !mark)
        throw new Problem(409, 'nothing-to-hand-back', 'Speak on it, write a comment or give points first.');
      const editionId = spoken ? (await this.editions.publish(personId, lesson.id)).id : null;
      const back = { submissionId: submission.id, points: mark?.points ?? null, comment: mark?.comment ?? '' };
      await this.marks.upsert({ ...back, handedBackAt: new Date(), editionId }, ['submissionId']);
      await this.submissions.setHandedBack(submission.id);
      await this.events.tell([submission.learnerId], { kind: 'hand-in', id: submission.id, of: assignment.id });
      const queue = (await this.submissions.ofAssignments([assignment.id])).map((one) => ({
        ...one,
        submissionId: one.id,
      }));
      return nextWaiting(queue, submission.id)?.submissionId ?? null;
    });
  }

  /**
   * How much of the feedback each learner has heard, by hand-in: a share and the last moment. Nothing where nothing was
   * spoken or heard.
   */
  async heard(
    submissions: readonly Submission[],
    marks: ReadonlyMap<string, MarkEntity>,
    lessons: ReadonlyMap<string, Lesson>,
  ): Promise<ReadonlyMap<string, { share: number; at: Date }>> {
    const spoken = submissions.flatMap((submission) => {
      const lesson = marks.get(submission.id)?.editionId ? lessons.get(submission.id) : undefined;
      return lesson ? [{ submission, lessonId: lesson.id }] : [];
    });
    const editions = await this.editions.newestReadyOf(spoken.map((one) => one.lessonId));
    const pairs = spoken.flatMap(({ submission, lessonId }) => {
      const edition = editions.get(lessonId);
      return edition ? [{ learnerId: submission.learnerId, edition, submissionId: submission.id }] : [];
    });
    const watched = await this.counts.ofPairs(pairs);
    return new Map(
      pairs.flatMap(({ learnerId, edition, submissionId }) => {
        const { share = 0, lastAt = null } = watched.get(pairKey(learnerId, edition.lessonId)) ?? {};
        return lastAt ? [[submissionId, { share, at: lastAt }] as const] : [];
      }),
    );
  }
}
