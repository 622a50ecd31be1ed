import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { programmeOf } from '@oakbell/core/edits';
import { In, Repository } from 'typeorm';
import { notFound, Problem } from '../../platform/http/index.ts';
import { AssignmentsService, type AssignmentEntity } from '../assignments/index.ts';
import { EditionsService } from '../editions/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { SubmissionsService, type SubmissionEntity } from '../submissions/index.ts';
import { WatchingService } from '../watching/index.ts';
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
    private readonly watching: WatchingService,
  ) {}

  async marksOf(submissionIds: readonly string[]): Promise<ReadonlyMap<string, MarkEntity>> {
    const found = submissionIds.length === 0 ? [] : await this.marks.findBy({ submissionId: In([...submissionIds]) });
    return new Map(found.map((mark) => [mark.submissionId, mark]));
  }

  /** The hand-in and its assignment. @throws Problem `not-found` */
  async find(submissionId: string): Promise<{ submission: SubmissionEntity; assignment: AssignmentEntity }> {
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
  async handBack(personId: string, assignment: AssignmentEntity, submission: SubmissionEntity): Promise<string | null> {
    const lesson = await this.lessons.forSubmission(submission.id);
    const spoken = lesson !== null && programmeOf(lesson.edits).length > 0;
    const mark = await this.marks.findOneBy({ submissionId: submission.id });
    if (!spoken && !mark)
      throw new Problem(409, 'nothing-to-hand-back', 'Speak on it, write a comment or give points first.');
    const editionId = spoken ? (await this.editions.publish(personId, lesson)).edition.id : null;
    if (!mark) {
      const none = { submissionId: submission.id, points: null, comment: '' };
      await this.marks.createQueryBuilder().insert().values(none).orIgnore().execute();
    }
    await this.marks.update({ submissionId: submission.id }, { handedBackAt: new Date(), editionId });
    await this.submissions.setHandedBack(submission.id);
    const queue = (await this.submissions.ofAssignments([assignment.id])).map((one) => ({
      ...one,
      submissionId: one.id,
    }));
    return nextWaiting(queue, submission.id)?.submissionId ?? null;
  }

  /** How much of the feedback its learner has heard: a share and the last moment, or null where nothing was spoken or heard. */
  async heard(submission: SubmissionEntity, mark: MarkEntity | undefined): Promise<{ share: number; at: Date } | null> {
    const lesson = mark?.editionId ? await this.lessons.forSubmission(submission.id) : null;
    const edition = lesson && (await this.editions.newestReady(lesson.id));
    if (!edition) return null;
    const watched = (await this.watching.watched(edition, [submission.learnerId])).of.get(submission.learnerId);
    return watched?.lastAt ? { share: watched.share, at: watched.lastAt } : null;
  }
}
