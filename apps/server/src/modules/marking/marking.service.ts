import { Injectable } from '@nestjs/common';
import { present } from '@oakbell/core/present';
import { InjectRepository } from '@nestjs/typeorm';
import { In, IsNull, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { MediaService } from '../access/index.ts';
import { AssignmentsService, type Assignment } from '../assignments/index.ts';
import { CaptionsService } from '../captions/index.ts';
import { ClassesService } from '../classes/index.ts';
import { EditionsService } from '../editions/index.ts';
import { LessonsService, type Lesson } from '../lessons/index.ts';
import { AccommodationsService, PeopleService } from '../people/index.ts';
import { RubricsService } from '../rubrics/index.ts';
import { ensureStands, makersOf, namesOf, SubmissionsService, type Submission } from '../submissions/index.ts';
import { pairKey, WatchCounts } from '../watching/index.ts';
import { ensurePoints, ensureReason, filledBy, type Given } from './given.ts';
import { MarkInk } from './markInk.service.ts';
import { MarkEntity } from './mark.entity.ts';
import { mayTakeBack } from './marking.rules.ts';
import { markingDto } from './marks.dto.ts';
import { SecondMarks } from './secondMarks.service.ts';

/** When marks are written down: what is still the teacher's, or what the learner has already. */
type Moment = 'while marking' | 'once handed back';

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
    private readonly media: MediaService,
    private readonly rubrics: RubricsService,
    private readonly ink: MarkInk,
    private readonly second: SecondMarks,
    private readonly captions: CaptionsService,
    private readonly needs: AccommodationsService,
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
   * @throws Problem `too-many-points`, `no-points-here`, `not-in-rubric`, `handed-in-again`, `marked-meanwhile`,
   * `handed-back-already`
   */
  async save(person: Person, submissionId: string, given: Given): Promise<number> {
    return this.acts.do(async () => (await this.#write(person, submissionId, given, 'while marking')).revision);
  }

  /**
   * Gives points and leaves the rest as it is, as they come from elsewhere; what was handed back is corrected.
   * @throws Problem as for `save` and `correct`
   */
  async setPoints(person: Person, submissionId: string, points: number): Promise<void> {
    await this.acts.do(async () => {
      await this.submissions.lock(submissionId);
      const { submission } = await this.find(submissionId);
      const last = await this.marks.findOneBy({ submissionId });
      const there = last && marksFor(submission, last);
      const reason = there?.reason || (there?.rubricVersionId ? 'These points come from a table.' : '');
      const { times } = submission;
      const given = { points, comment: there?.comment ?? '', reason, times, revision: last?.revision ?? 0 };
      if (submission.state === 'handed-back') await this.correct(person, submissionId, given);
      else await this.save(person, submissionId, given);
    });
  }

  /**
   * Says that marks are done and wait to be handed back with others, or that they are not after all.
   * @throws Problem as for `save`, `nothing-to-hand-back`, `reason-missing`, `captions-missing`
   */
  async setReady(person: Person, submissionId: string, given: Given, ready: boolean): Promise<number> {
    return this.acts.do(async () => {
      const { revision, submission, assignment } = await this.#write(person, submissionId, given, 'while marking');
      if (ready) await this.#ensureWhole(submission, assignment);
      await this.marks.update({ submissionId }, { readyAt: ready ? new Date() : null, backAt: null });
      return revision;
    });
  }

  /** Changes marks that were handed back: the learner is told. @throws Problem as for `setReady`, `not-handed-back` */
  async correct(person: Person, submissionId: string, given: Given): Promise<number> {
    return this.acts.do(async () => {
      const { revision, submission, assignment } = await this.#write(person, submissionId, given, 'once handed back');
      await this.#ensureWhole(submission, assignment);
      const { assignmentId } = submission;
      await this.events.tell(makersOf(submission), { kind: 'hand-in', id: submissionId, of: assignmentId });
      return revision;
    });
  }

  /**
   * Hands a hand-in back with its marks and, where something was spoken, the feedback.
   * @throws Problem as for `setReady`
   */
  async handBack(person: Person, submissionId: string, given: Given): Promise<void> {
    await this.acts.do(async () => {
      const { submission, assignment } = await this.#write(person, submissionId, given, 'while marking');
      await this.#give(person.id, submission, assignment);
    });
  }

  /**
   * Hands back what is ready, if it still is: who asks twice, or for what was taken out meanwhile, changes nothing.
   * Says whether it was handed back. In an act of its own.
   */
  async handBackReady(submissionId: string, now: Date): Promise<boolean> {
    return this.acts.do(async () => {
      await this.submissions.lock(submissionId);
      const mark = await this.marks.findOneBy({ submissionId });
      const { submission, assignment } = await this.find(submissionId);
      const isDue = mark?.readyAt != null && mark.backAt !== null && mark.backAt <= now;
      if (!isDue || mark.byId === null || !marksFor(submission, mark) || submission.state !== 'handed-in') return false;
      await this.#give(mark.byId, submission, assignment);
      return true;
    });
  }

  /** The ready ones of an assignment get a time at which they are handed back; says how many. */
  async setBackAt(assignmentId: string, at: Date): Promise<number> {
    return this.acts.do(async () => {
      const ready = await this.#readyOf(assignmentId);
      if (ready.length > 0) await this.marks.update({ submissionId: In([...ready]) }, { backAt: at });
      return ready.length;
    });
  }

  /** Takes the time away again: they stay ready. */
  async clearBackAt(assignmentId: string): Promise<void> {
    await this.acts.do(async () => {
      const ready = await this.#readyOf(assignmentId);
      if (ready.length > 0) await this.marks.update({ submissionId: In([...ready]) }, { backAt: null });
    });
  }

  /** What is to be handed back by now, the oldest first. @param most so many at most */
  async dueBack(now: Date, most: number): Promise<readonly string[]> {
    const found = (await this.marks.query(
      `SELECT m.submissionId AS id FROM mark m JOIN submission s ON s.id = m.submissionId
       WHERE m.backAt <= ? AND m.readyAt IS NOT NULL AND m.forTimes = s.times AND s.state = 'handed-in'
       ORDER BY m.backAt, m.submissionId LIMIT ?`,
      [now, most],
    )) as { id: string }[];
    return found.map((one) => one.id);
  }

  /**
   * Takes back what was just handed back: it is marked on, and its learner has it no more.
   * @throws Problem `not-handed-back`, `too-late-to-take-back`
   */
  async takeBack(submissionId: string, now = new Date()): Promise<void> {
    await this.acts.do(async () => {
      await this.submissions.lock(submissionId);
      const { submission } = await this.find(submissionId);
      const mark = await this.marks.findOneBy({ submissionId });
      if (submission.state !== 'handed-back' || !mark?.handedBackAt)
        throw new Problem(409, 'not-handed-back', 'This was not handed back, so there is nothing to take back.');
      if (!mayTakeBack(mark.handedBackAt, now))
        throw new Problem(
          409,
          'too-late-to-take-back',
          'This was handed back more than a minute ago. Correct the marks instead: the learner is told of it.',
        );
      const nothing = { handedBackAt: null, editionId: null, correctedAt: null, openedAt: null };
      await this.marks.update({ submissionId }, { ...nothing, revision: mark.revision + 1 });
      await this.submissions.setState(submissionId, 'handed-in');
      if (mark.editionId) await this.media.cut(`edition:${mark.editionId}`);
      await this.submissions.tell(submission);
    });
  }

  /** One of those whose work it is has opened what came back: the first time counts. Nothing where nothing did. */
  async open(person: Person, assignmentId: string): Promise<void> {
    await this.acts.do(async () => {
      const submission = await this.submissions.ofLearner(assignmentId, person.id);
      if (submission?.state !== 'handed-back') return;
      const first = { submissionId: submission.id, openedAt: IsNull() };
      const { affected } = await this.marks.update(first, { openedAt: new Date() });
      if (affected) await this.#tellTeachers(submission, await this.assignments.get(assignmentId));
    });
  }

  /** What could not be handed back is not ready: it waits for its teacher again. In an act. */
  async unready(submissionId: string): Promise<void> {
    await this.marks.update({ submissionId }, { readyAt: null, backAt: null });
    const { submission, assignment } = await this.find(submissionId);
    await this.#tellTeachers(submission, assignment);
  }

  /** Who teaches it hears that something of it changed. */
  async #tellTeachers(submission: Submission, assignment: Assignment): Promise<void> {
    const teachers = await this.classes.teacherIds(assignment.classId);
    await this.events.tell(teachers, { kind: 'hand-in', id: submission.id, of: assignment.id });
  }

  async #readyOf(assignmentId: string): Promise<readonly string[]> {
    const found = (await this.marks.query(
      `SELECT m.submissionId AS id FROM submission s JOIN mark m ON m.submissionId = s.id
       WHERE s.assignmentId = ? AND s.state = 'handed-in' AND m.readyAt IS NOT NULL AND m.forTimes = s.times`,
      [assignmentId],
    )) as { id: string }[];
    return found.map((one) => one.id);
  }

  /** How many stretches of what was spoken are still to be typed for a learner who needs captions; 0 where nobody does. */
  async #untyped(submission: Submission): Promise<number> {
    if (!(await this.needingCaptions([submission])).has(submission.id)) return 0;
    const lesson = await this.lessons.forSubmission(submission.id);
    return lesson && lesson.length > 0 ? this.captions.leftIn(lesson) : 0;
  }

  /** Those of these hand-ins that somebody handed in who needs captions. */
  async needingCaptions(submissions: readonly Submission[]): Promise<ReadonlySet<string>> {
    const needs = await this.needs.ofAll([...new Set(submissions.flatMap(makersOf))]);
    const isNeeded = (one: Submission) => makersOf(one).some((id) => needs.get(id)?.captions);
    return new Set(submissions.filter(isNeeded).map((one) => one.id));
  }

  /** Gives marks as they are written down to whose work it is. In an act. @throws Problem as for `setReady` */
  async #give(byId: string, submission: Submission, assignment: Assignment): Promise<void> {
    const { id: submissionId } = submission;
    await this.#ensureWhole(submission, assignment);
    const lesson = await this.lessons.forSubmission(submissionId);
    const spoken = lesson !== null && lesson.length > 0;
    const editionId = spoken ? (await this.editions.publish(byId, lesson.id)).id : null;
    const back = { handedBackAt: new Date(), editionId, correctedAt: null, readyAt: null, backAt: null };
    await this.marks.update({ submissionId }, back);
    await this.submissions.setState(submissionId, 'handed-back');
    await this.submissions.tell(submission);
  }

  /**
   * @throws Problem `nothing-to-hand-back`; `captions-missing`, unless it goes without knowingly; `reason-missing` where
   * points are other than the rubric says, without a word
   */
  async #ensureWhole(submission: Submission, assignment: Assignment): Promise<void> {
    const mark = present(await this.marks.findOneBy({ submissionId: submission.id }));
    const { submissionId, points, comment, choices } = mark;
    const isSaid =
      (await this.ink.of(submission)).log !== '' ||
      points !== null ||
      comment.trim() !== '' ||
      (choices ?? []).length > 0;
    if (!isSaid && ((await this.lessons.forSubmission(submissionId))?.length ?? 0) === 0)
      throw new Problem(409, 'nothing-to-hand-back', 'Speak on it, write a comment or give points first.');
    const left = mark.withoutCaptions ? 0 : await this.#untyped(submission);
    if (left > 0)
      throw new Problem(
        409,
        'captions-missing',
        'Captions are needed here, and not all that you said is typed yet. Nothing was handed back.',
        { left },
      );
    await ensureReason(this.rubrics, mark, assignment, 'Nothing was handed back.');
  }

  /** Writes marks down, unless they were given for something else than what is there now: nothing is overwritten unseen. */
  async #write(person: Person, submissionId: string, given: Given, when: Moment) {
    await this.submissions.lock(submissionId);
    const { submission, assignment } = await this.find(submissionId);
    await this.second.ensureShown(person.id, submission);
    const before = await this.marks.findOneBy({ submissionId });
    ensurePoints(given, assignment);
    await this.#ensureSeen(given, submission, before, when);
    const revision = (before?.revision ?? 0) + 1;
    // Marks of what was handed in before say nothing of this one.
    const there = before && marksFor(submission, before);
    const { points, comment, times: forTimes, reason = there?.reason ?? '', withoutCaptions = false } = given;
    const filled = await filledBy(this.rubrics, given.rubric, there, assignment);
    const correctedAt = when === 'once handed back' ? new Date() : null;
    // What is changed is not done yet: whoever changes it says so again.
    const mark = { submissionId, points, comment, reason, ...filled, forTimes, revision, byId: person.id, correctedAt };
    // What is corrected was not opened yet as it is now.
    await this.marks.upsert({ ...mark, withoutCaptions, readyAt: null, backAt: null, openedAt: null }, [
      'submissionId',
    ]);
    const others = (await this.classes.teacherIds(assignment.classId)).filter((id) => id !== person.id);
    await this.events.tell(others, { kind: 'hand-in', id: submissionId, of: assignment.id });
    return { submission, assignment, revision };
  }

  async #ensureSeen(
    { times, revision }: Given,
    submission: Submission,
    before: MarkEntity | null,
    when: Moment,
  ): Promise<void> {
    if (submission.times !== times) {
      const learner = namesOf(submission, await this.people.byIds(makersOf(submission)));
      throw new Problem(
        409,
        'handed-in-again',
        `Something else was handed in meanwhile (${learner}). Look at it first; what you wrote is still here.`,
      );
    }
    ensureStands(submission);
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
    throw new Problem(
      409,
      'marked-meanwhile',
      `${by} has marked this too, just now. Look at what is there; what you wrote is still here.`,
      { by, ...markingDto(before), revision: before?.revision ?? 0 },
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

/** The marks of what is there now; null where they were given for an earlier one. */
export const marksFor = (submission: Submission, mark: MarkEntity | undefined): MarkEntity | null =>
  mark?.forTimes === submission.times ? mark : null;
