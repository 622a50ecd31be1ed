import { Injectable } from '@nestjs/common';
import { LONGEST_TITLE } from '@oakbell/core/library';
import type { Agreed } from '@oakbell/core/marking';
import { isWorkOpen } from '@oakbell/core/assigning';
import { present } from '@oakbell/core/present';
import { InjectRepository } from '@nestjs/typeorm';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AssignmentHeads, AssignmentsService, type Assignment } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { EditionsService } from '../editions/index.ts';
import { ensureFits, type CheckedFile, FileChecks, type UploadedFile } from '../files/index.ts';
import { ImportsService } from '../imports/index.ts';
import { LessonsService, type AnswerLesson, type Lesson } from '../lessons/index.ts';
import { PageEditing } from '../pages/index.ts';
import { PeopleService } from '../people/index.ts';
import { TakesService } from '../takes/index.ts';
import { DeskLessons } from '../watching/index.ts';
import { Approvals } from './approvals.service.ts';
import { HandedVersions } from './handedVersions.service.ts';
import { Pairs } from './pairs.service.ts';
import { agreedFor, isRemoved, makersOf, SubmissionEntity, type Submission } from './submission.entity.ts';
import { mayReplace } from './submissions.rules.ts';
import { WrittenWorks, type WrittenWork } from './writtenWork.service.ts';

/** Files, typed text, what was recorded or a worksheet: exactly one of them. */
export type Handed =
  | { readonly files: readonly CheckedFile[]; readonly names: readonly string[]; readonly bytes: readonly number[] }
  | { readonly text: string }
  | { readonly answer: AnswerLesson }
  | WrittenWork;

/** Files of a hand-in may be of every kind, in the order that its maker gave them; what cannot be shown is offered whole. */
const HAND_IN_TAKES = { clips: true, office: true, anything: true, inOrder: true } as const;

/** What a hand-in holds, by its kind. */
function heldBy(handed: Handed) {
  const nothing = { fileNames: [], text: '', answerId: null } as const;
  if ('files' in handed) return { ...nothing, kind: 'file', fileNames: handed.names } as const;
  if ('text' in handed) return { ...nothing, kind: 'text', text: handed.text } as const;
  if ('events' in handed) return { ...nothing, kind: 'worksheet' } as const;
  return { ...nothing, kind: 'spoken', answerId: handed.answer.id } as const;
}

function ensureHandIn({ handIn }: Assignment): void {
  if (!handIn) throw new Problem(409, 'no-hand-in', 'Nothing is handed in for this one.');
}

@Injectable()
export class SubmissionsService {
  constructor(
    @InjectRepository(SubmissionEntity) private readonly submissions: Repository<Submission>,
    private readonly assignments: AssignmentsService,
    private readonly heads: AssignmentHeads,
    private readonly editions: EditionsService,
    private readonly imports: ImportsService,
    private readonly checks: FileChecks,
    private readonly lessons: LessonsService,
    private readonly editing: PageEditing,
    private readonly written: WrittenWorks,
    private readonly versions: HandedVersions,
    private readonly approvals: Approvals,
    private readonly pairs: Pairs,
    private readonly people: PeopleService,
    private readonly takes: TakesService,
    private readonly classes: ClassesService,
    private readonly deskLessons: DeskLessons,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  /** Looks into files before they are handed in. @throws Problem `no-hand-in`, `being-marked`, or what is wrong with a file */
  async bring(person: Person, assignment: Assignment, files: readonly UploadedFile[]): Promise<Handed> {
    ensureHandIn(assignment);
    await this.ensureOpen(assignment, person.id);
    const brought = { personId: person.id, subjectId: assignment.id, pages: 0, ...HAND_IN_TAKES };
    const [names, bytes] = [files.map((file) => file.originalname), files.map((file) => file.size)];
    return { files: await this.checks.bring(files, brought), names, bytes };
  }

  /**
   * Takes a hand-in, or replaces the one before. Its pages become those of a feedback lesson.
   * @throws Problem `no-hand-in`, `being-marked`, or what is wrong with the file: the earlier hand-in then stays
   */
  async handIn(person: Person, assignment: Assignment, handed: Handed, at = new Date()): Promise<Submission> {
    ensureHandIn(assignment);
    if ('text' in handed) ensureFits(handed.text);
    return this.acts.do(async () => {
      // The learner's place in the class stands for the hand-in that may not be there yet: one after another.
      await this.assignments.lock(assignment.id);
      await this.ensureOpen(assignment, person.id);
      const before = await this.ofLearner(assignment.id, person.id);
      const pair = await this.pairs.of(assignment.id, person.id);
      const spokenOn = before && (await this.lessons.forSubmission(before.id));
      const submission: Submission = {
        id: before?.id ?? randomUUID(),
        assignmentId: assignment.id,
        // What one of two makers hands in counts for both.
        learnerId: before?.learnerId ?? pair?.ownerId ?? person.id,
        partnerId: before ? before.partnerId : (pair?.partnerId ?? null),
        state: 'handed-in',
        ...heldBy(handed),
        handedInAt: at,
        times: (before?.times ?? 0) + 1,
        // A yes was said to what was there before.
        ...{ approvedAt: null, named: false, shownAs: null, typed: false },
        // What its makers let their class see of them is about them, and stays.
        ...{ agreed: before?.agreed ?? null, agreedWhole: before?.agreedWhole ?? false },
        ...{ removedAt: null, removedReason: null },
      };
      await this.submissions.save(submission);
      if (before?.approvedAt) await this.approvals.cut(before);
      if (spokenOn) await this.lessons.setReplaced(spokenOn.id, at);
      const lesson = await this.#feedbackLesson(assignment, submission);
      const to = { lessonId: lesson.id, ownerId: person.id, as: 'document' } as const;
      let editionId: string | null = null;
      if ('files' in handed) await this.imports.begin(to, handed.files);
      else if ('answer' in handed) {
        await this.editing.copyFrom(lesson.id, handed.answer.id, { cues: false });
        editionId = (await this.editions.publish(person.id, handed.answer.id)).id;
      } else if ('events' in handed) await this.written.layInto(lesson.id, handed);
      else await this.imports.beginText(to, handed.text);
      const { kind, fileNames, text } = submission;
      const arrived = { kind, fileNames, fileBytes: 'files' in handed ? handed.bytes : [], text, editionId };
      const { id: submissionId, times: number } = submission;
      await this.versions.add({
        submissionId,
        number,
        lessonId: lesson.id,
        byId: person.id,
        ...arrived,
        handedInAt: at,
      });
      await this.tell(submission);
      if (before?.approvedAt) await this.approvals.tell(submission);
      return submission;
    });
  }

  /** @throws Problem `watch-first`; `being-marked` once a teacher has begun to speak on what a learner handed in */
  async ensureOpen(assignment: Assignment, learnerId: string): Promise<void> {
    await this.#ensureWatched(assignment, learnerId);
    const there = await this.ofLearner(assignment.id, learnerId);
    const feedback = there && (await this.lessons.forSubmission(there.id));
    if (!there || mayReplace(there, feedback ? (await this.takes.ofLesson(feedback.id)).length : 0)) return;
    throw new Problem(
      409,
      'being-marked',
      'This is being marked already, so it cannot be replaced. What you handed in is safe.',
    );
  }

  async #ensureWatched(assignment: Assignment, learnerId: string): Promise<void> {
    const { id, workOpens, watchedPercent } = assignment;
    if (workOpens === 'at-once') return;
    const lessons = present((await this.deskLessons.of(learnerId, [assignment])).get(id));
    if (isWorkOpen(workOpens, lessons, watchedPercent)) return;
    throw new Problem(
      409,
      'watch-first',
      `This can be handed in once ${watchedPercent} % of each lesson was watched. What you have made stays with you.`,
    );
  }

  /** Says what somebody lets their class see of them in what they handed in: from now on, also where it is shown. */
  async agree(person: Person, assignment: Assignment, agreed: Agreed): Promise<void> {
    await this.acts.do(async () => {
      const there = await this.ofLearner(assignment.id, person.id);
      if (!there) throw notFound('hand-in');
      const before = await this.locked(there.id);
      const now = { ...before, agreed: { ...before.agreed, [person.id]: agreed } };
      const { voice, hand } = agreedFor(now);
      await this.submissions.update({ id: now.id }, { agreed: now.agreed, agreedWhole: voice && hand });
      if (now.approvedAt) {
        // Whoever sees it asks anew what is left.
        await this.approvals.cut(now);
        await this.approvals.tell(now);
      }
      await this.tell(now);
    });
  }

  async ofLearner(assignmentId: string, learnerId: string): Promise<Submission | null> {
    return this.submissions.findOneBy([
      { assignmentId, learnerId },
      { assignmentId, partnerId: learnerId },
    ]);
  }

  /** What a learner handed in for each of these assignments. */
  async ofLearnerIn(assignmentIds: readonly string[], learnerId: string): Promise<ReadonlyMap<string, Submission>> {
    if (assignmentIds.length === 0) return new Map();
    const among = { assignmentId: In([...assignmentIds]) };
    // One after the other: for either of two the database would look through all there is.
    const own = await this.submissions.findBy({ ...among, learnerId });
    const found = [...own, ...(await this.submissions.findBy({ ...among, partnerId: learnerId }))];
    return new Map(found.map((one) => [one.assignmentId, one]));
  }

  async ofAssignments(ids: readonly string[]): Promise<readonly Submission[]> {
    return ids.length === 0
      ? []
      : this.submissions.find({ where: { assignmentId: In([...ids]) }, order: { handedInAt: 'ASC' } });
  }

  /** The same, without what was removed. */
  async standingOf(ids: readonly string[]): Promise<readonly Submission[]> {
    return (await this.ofAssignments(ids)).filter((one) => !isRemoved(one));
  }

  /** What was handed in for these assignments and waits for its teacher, the oldest first. */
  async waitingOf(assignmentIds: readonly string[]): Promise<readonly Submission[]> {
    if (assignmentIds.length === 0) return [];
    const where = { assignmentId: In([...assignmentIds]), state: 'handed-in' } as const;
    return this.submissions.find({ where, order: { handedInAt: 'ASC' } });
  }

  /** What was handed in after a moment in the classes that somebody teaches, and waits there. */
  async waitingFor(teacherId: string, since: Date): Promise<readonly Submission[]> {
    return this.submissions
      .createQueryBuilder('s')
      .innerJoin('assignment', 'a', 'a.id = s.assignmentId')
      .innerJoin('membership', 'm', "m.classId = a.classId AND m.part = 'teacher' AND m.personId = :teacherId", {
        teacherId,
      })
      .where("s.state = 'handed-in' AND s.handedInAt > :since", { since })
      .getMany();
  }

  async one(id: string): Promise<Submission | null> {
    return this.submissions.findOneBy({ id });
  }

  /** Keeps others from this hand-in until the act ends. */
  async lock(id: string): Promise<void> {
    await this.submissions.findOne({ where: { id }, lock: { mode: 'pessimistic_write' } });
  }

  /** The hand-in, kept from others until the act ends. @throws Problem `not-found` */
  async locked(id: string): Promise<Submission> {
    await this.lock(id);
    const found = await this.one(id);
    if (!found) throw notFound('hand-in');
    return found;
  }

  /** Whose work it is, and who teaches them, hear that something of it changed. In an act. */
  async tell(submission: Submission): Promise<void> {
    const { id, assignmentId: of } = submission;
    const { classId } = await this.assignments.get(of);
    const concerned = [...makersOf(submission), ...(await this.classes.teacherIds(classId))];
    await this.events.tell(concerned, { kind: 'hand-in', id, of });
  }

  async setState(id: string, state: Submission['state']): Promise<void> {
    await this.submissions.update({ id }, { state });
  }

  async #feedbackLesson(assignment: Assignment, submission: Submission): Promise<Lesson> {
    const makers = makersOf(submission);
    const people = await this.people.byIds(makers);
    const work = (await this.heads.titlesOf([assignment])).get(assignment.id) ?? '';
    const title = `${makers.map((id) => people.get(id)?.name ?? '').join(', ')} · ${work}`.slice(0, LONGEST_TITLE);
    return this.lessons.addFeedback({ ownerId: assignment.byId, title, submissionId: submission.id });
  }
}
