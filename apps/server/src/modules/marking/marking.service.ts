import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AssignmentsService, type Assignment } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { EditionsService } from '../editions/index.ts';
import { LessonsService, type Lesson } from '../lessons/index.ts';
import { PeopleService } from '../people/index.ts';
import { makersOf, namesOf, SubmissionsService, type Submission } from '../submissions/index.ts';
import { pairKey, WatchCounts } from '../watching/index.ts';
import { MarkEntity } from './mark.entity.ts';
import { nextWaiting, pointsFault } from './marking.rules.ts';

export interface Marking {
  readonly points: number | null;
  readonly comment: string;
}
/** Marks as they are given, and what whoever gives them has seen. */
export interface Given extends Marking {
  /** The hand-in they are for: its `times`. */
  readonly times: number;
  /** The marks that were there; 0 for none. */
  readonly revision: number;
}

/** A hand-in that its learner got back, and when that was last said. */
export interface HandedBack {
  readonly submissionId: string;
  readonly assignmentId: string;
  readonly at: Date;
}

@Injectable()
export class MarkingService {
  constructor(
    @InjectRepository(MarkEntity) private readonly marks: Repository<MarkEntity>,
    private readonly assignments: AssignmentsService,
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    private readonly submissions: SubmissionsService,
    private readonly classes: ClassesService,
    private readonly people: PeopleService,
    private readonly counts: WatchCounts,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  async marksOf(submissionIds: readonly string[]): Promise<ReadonlyMap<string, MarkEntity>> {
    const found = submissionIds.length === 0 ? [] : await this.marks.findBy({ submissionId: In([...submissionIds]) });
    return new Map(found.map((mark) => [mark.submissionId, mark]));
  }

  /** What a learner got back, or was told anew, after a moment. */
  async handedBackTo(learnerId: string, since: Date): Promise<readonly HandedBack[]> {
    return (await this.marks.query(
      `SELECT * FROM (
         SELECT s.id AS submissionId, s.assignmentId, GREATEST(m.handedBackAt, COALESCE(m.correctedAt, m.handedBackAt)) AS at
         FROM submission s JOIN mark m ON m.submissionId = s.id WHERE (s.learnerId = ? OR s.partnerId = ?) AND s.state = 'handed-back'
       ) back WHERE at > ?`,
      [learnerId, learnerId, since],
    )) as HandedBack[];
  }

  /** The hand-in and its assignment. @throws Problem `not-found` */
  async find(submissionId: string): Promise<{ submission: Submission; assignment: Assignment }> {
    const submission = await this.submissions.one(submissionId);
    if (!submission) throw notFound('hand-in');
    return { submission, assignment: await this.assignments.get(submission.assignmentId) };
  }

  /**
   * Keeps points and comment while marking; gives the revision that they are now.
   * @throws Problem `too-many-points`, `no-points-here`, `handed-in-again`, `marked-meanwhile`, `handed-back-already`
   */
  async save(person: Person, submissionId: string, given: Given): Promise<number> {
    return this.acts.do(async () => (await this.#write(person, submissionId, given, 'while marking')).revision);
  }

  /** Changes marks that were handed back: the learner is told. @throws Problem as for `save`, `not-handed-back` */
  async correct(person: Person, submissionId: string, given: Given): Promise<number> {
    return this.acts.do(async () => {
      const { revision, submission } = await this.#write(person, submissionId, given, 'once handed back');
      const { assignmentId } = submission;
      await this.events.tell(makersOf(submission), { kind: 'hand-in', id: submissionId, of: assignmentId });
      return revision;
    });
  }

  /**
   * Hands a hand-in back with its marks and, where something was spoken, the feedback. Returns the next one waiting.
   * @throws Problem as for `save`, `nothing-to-hand-back`
   */
  async handBack(person: Person, submissionId: string, given: Given): Promise<string | null> {
    return this.acts.do(async () => {
      const { submission, assignment } = await this.#write(person, submissionId, given, 'while marking');
      const lesson = await this.lessons.forSubmission(submissionId);
      const spoken = lesson !== null && lesson.length > 0;
      if (!spoken && given.points === null && given.comment.trim() === '')
        throw new Problem(409, 'nothing-to-hand-back', 'Speak on it, write a comment or give points first.');
      const editionId = spoken ? (await this.editions.publish(person.id, lesson.id)).id : null;
      await this.marks.update({ submissionId }, { handedBackAt: new Date(), editionId, correctedAt: null });
      await this.submissions.setHandedBack(submissionId);
      await this.events.tell(makersOf(submission), { kind: 'hand-in', id: submissionId, of: assignment.id });
      const queue = (await this.submissions.ofAssignments([assignment.id])).map((one) => ({
        ...one,
        submissionId: one.id,
      }));
      return nextWaiting(queue, submissionId)?.submissionId ?? null;
    });
  }

  /** Writes marks down, unless they were given for something else than what is there now: nothing is overwritten unseen. */
  async #write(person: Person, submissionId: string, given: Given, when: 'while marking' | 'once handed back') {
    await this.submissions.lock(submissionId);
    const { submission, assignment } = await this.find(submissionId);
    const before = await this.marks.findOneBy({ submissionId });
    ensurePoints(given, assignment);
    await this.#ensureSeen(given, submission, before, when);
    const revision = (before?.revision ?? 0) + 1;
    const { points, comment, times: forTimes } = given;
    const correctedAt = when === 'once handed back' ? new Date() : null;
    const mark = { submissionId, points, comment, forTimes, revision, byId: person.id, correctedAt };
    await this.marks.upsert(mark, ['submissionId']);
    const others = (await this.classes.teacherIds(assignment.classId)).filter((id) => id !== person.id);
    await this.events.tell(others, { kind: 'hand-in', id: submissionId, of: assignment.id });
    return { submission, assignment, revision };
  }

  async #ensureSeen(
    { times, revision }: Given,
    submission: Submission,
    before: MarkEntity | null,
    when: 'while marking' | 'once handed back',
  ): Promise<void> {
    if (submission.times !== times) {
      const learner = namesOf(submission, await this.people.byIds(makersOf(submission)));
      throw new Problem(
        409,
        'handed-in-again',
        `Something else was handed in meanwhile (${learner}). Look at it first; what you wrote is still here.`,
      );
    }
    const isBack = submission.state === 'handed-back';
    if (isBack !== (when === 'once handed back')) {
      if (!isBack) throw new Problem(409, 'not-handed-back', 'This was not handed back yet: it is still being marked.');
      const by = before?.byId ? `by ${await this.#nameOf(before.byId)}` : 'already';
      throw new Problem(
        409,
        'handed-back-already',
        `This was handed back ${by}. It can be corrected; nothing was changed.`,
      );
    }
    if ((before?.revision ?? 0) === revision) return;
    const by = before?.byId ? await this.#nameOf(before.byId) : 'Somebody';
    const { points = null, comment = '' } = before ?? {};
    throw new Problem(
      409,
      'marked-meanwhile',
      `${by} has marked this too, just now. Look at what is there; what you wrote is still here.`,
      { by, points, comment, revision: before?.revision ?? 0 },
    );
  }

  async #nameOf(personId: string): Promise<string> {
    return (await this.people.one(personId))?.name ?? 'Somebody';
  }

  /**
   * How much of the feedback each learner has heard, by hand-in: a share and the last moment; of two makers, of whoever
   * heard more. Nothing where nothing was spoken or heard.
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
      return edition
        ? makersOf(submission).map((learnerId) => ({ learnerId, edition, submissionId: submission.id }))
        : [];
    });
    const watched = await this.counts.ofPairs(pairs);
    const heard = new Map<string, { share: number; at: Date }>();
    for (const { learnerId, edition, submissionId } of pairs) {
      const { share = 0, lastAt = null } = watched.get(pairKey(learnerId, edition.lessonId)) ?? {};
      const there = heard.get(submissionId);
      if (lastAt && share >= (there?.share ?? 0)) heard.set(submissionId, { share, at: lastAt });
    }
    return heard;
  }
}

/** @throws Problem `too-many-points`, `no-points-here` */
function ensurePoints({ points }: Marking, assignment: Assignment): void {
  const fault = pointsFault(points, assignment.points);
  if (!fault) return;
  const text =
    fault === 'no-points-here' ? 'No points are given for this one.' : `There are ${assignment.points} points at most.`;
  throw new Problem(422, fault, `${text} What was there before is kept.`, { fields: { points: text } });
}

/** The marks of what is there now; null where they were given for an earlier one. */
export const marksFor = (submission: Submission, mark: MarkEntity | undefined): MarkEntity | null =>
  mark?.forTimes === submission.times ? mark : null;
