import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AssignmentsService } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { PeopleService } from '../people/index.ts';
import { RubricsService } from '../rubrics/index.ts';
import { ensureStands, SubmissionsService, type Submission } from '../submissions/index.ts';
import { ensurePoints, ensureReason, filledBy, type Given } from './given.ts';
import { MarkEntity } from './mark.entity.ts';
import { markingDto } from './marks.dto.ts';
import { SecondMarkEntity, SecondMarkerEntity } from './second.entity.ts';

/**
 * A second teacher marks the same hand-ins unseen. Until their marks for a hand-in are done they are not shown what was
 * given first, and nobody is shown theirs; then both stand side by side.
 */
@Injectable()
export class SecondMarks {
  constructor(
    @InjectRepository(MarkEntity) private readonly firsts: Repository<MarkEntity>,
    @InjectRepository(SecondMarkEntity) private readonly marks: Repository<SecondMarkEntity>,
    @InjectRepository(SecondMarkerEntity) private readonly markers: Repository<SecondMarkerEntity>,
    private readonly assignments: AssignmentsService,
    private readonly classes: ClassesService,
    private readonly people: PeopleService,
    private readonly rubrics: RubricsService,
    private readonly submissions: SubmissionsService,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  /** Who marks it a second time; null where nobody does. */
  async markerOf(assignmentId: string): Promise<string | null> {
    return (await this.markers.findOneBy({ assignmentId }))?.personId ?? null;
  }

  /** What was given the second time, for what is there now, by hand-in. */
  async of(submissions: readonly Submission[]): Promise<ReadonlyMap<string, SecondMarkEntity>> {
    const found =
      submissions.length === 0 ? [] : await this.marks.findBy({ submissionId: In(submissions.map(({ id }) => id)) });
    const byId = new Map(found.map((mark) => [mark.submissionId, mark]));
    return new Map(
      submissions.flatMap(({ id, times }) => {
        const mark = byId.get(id);
        return mark?.forTimes === times ? [[id, mark] as const] : [];
      }),
    );
  }

  /** The hand-ins whose marks this teacher is not shown yet. What was handed back is known to all. */
  async sealedFor(
    personId: string,
    assignmentId: string,
    submissions: readonly Submission[],
  ): Promise<ReadonlySet<string>> {
    if ((await this.markerOf(assignmentId)) !== personId) return new Set();
    const marks = await this.of(submissions);
    const isSealed = ({ id, state }: Submission) => state === 'handed-in' && (marks.get(id)?.doneAt ?? null) === null;
    return new Set(submissions.filter(isSealed).map(({ id }) => id));
  }

  /** @throws Problem `marked-unseen` where this teacher has still to mark it as the second */
  async ensureShown(personId: string, submission: Submission): Promise<void> {
    if (!(await this.sealedFor(personId, submission.assignmentId, [submission])).has(submission.id)) return;
    throw new Problem(
      409,
      'marked-unseen',
      'You mark this one unseen, as the second. Finish your own marks first; then you see what was given before.',
    );
  }

  /** @throws Problem `has-second-marker`, `marked-by-you` where this teacher has given marks already */
  async take(person: Person, assignmentId: string): Promise<void> {
    await this.acts.do(async () => {
      await this.assignments.lock(assignmentId);
      const there = await this.markerOf(assignmentId);
      if (there === person.id) return;
      if (there !== null) {
        const by = (await this.people.one(there))?.name ?? 'Somebody';
        throw new Problem(409, 'has-second-marker', `${by} marks this as the second already. Nothing was changed.`);
      }
      const ids = (await this.submissions.ofAssignments([assignmentId])).map(({ id }) => id);
      if (ids.length > 0 && (await this.firsts.countBy({ submissionId: In(ids), byId: person.id })) > 0)
        throw new Problem(
          409,
          'marked-by-you',
          'You have given marks here already, so you cannot mark it unseen. Ask somebody else who teaches the class.',
        );
      await this.markers.insert({ assignmentId, personId: person.id, since: new Date() });
      await this.#tell(person, assignmentId);
    });
  }

  /** Gives it up: what was done stays, what was only begun is gone. */
  async leave(person: Person, assignmentId: string): Promise<void> {
    await this.acts.do(async () => {
      await this.assignments.lock(assignmentId);
      const { affected } = await this.markers.delete({ assignmentId, personId: person.id });
      if (!affected) return;
      const ids = (await this.submissions.ofAssignments([assignmentId])).map(({ id }) => id);
      const begun = (await this.marks.findBy({ submissionId: In(ids) })).filter((one) => one.doneAt === null);
      if (begun.length > 0) await this.marks.remove(begun);
      await this.#tell(person, assignmentId);
    });
  }

  /**
   * Keeps what a second marker gives; with `done` it is seen beside what was given first, and stays as it is. Gives the
   * revision that it is now.
   * @throws Problem `not-second-marker`, `handed-in-again`, `handed-back-already`, `compared-already`, `marked-meanwhile`,
   * `nothing-to-compare`, and those of points and rubric
   */
  async save(person: Person, submissionId: string, given: Given, done: boolean): Promise<number> {
    return this.acts.do(async () => {
      const submission = await this.submissions.locked(submissionId);
      const assignment = await this.assignments.get(submission.assignmentId);
      if ((await this.markerOf(assignment.id)) !== person.id)
        throw new Problem(409, 'not-second-marker', 'You do not mark this as the second. Nothing was changed.');
      ensurePoints(given, assignment);
      const found = await this.marks.findOneBy({ submissionId });
      ensureOpen(submission, given, found);
      const there = found?.forTimes === submission.times ? found : null;
      const { points, comment, reason = there?.reason ?? '' } = given;
      const filled = await filledBy(this.rubrics, given.rubric, there, assignment);
      if (done) {
        if (points === null && comment.trim() === '' && (filled.choices ?? []).length === 0)
          throw new Problem(422, 'nothing-to-compare', 'Give points, fill the rubric or write a comment first.');
        await ensureReason(this.rubrics, { points, reason, ...filled }, assignment, 'Nothing was compared.');
      }
      const revision = (found?.revision ?? 0) + 1;
      const mark = { submissionId, byId: person.id, points, comment, reason, ...filled, revision };
      const doneAt = done ? new Date() : null;
      await this.marks.upsert({ ...mark, forTimes: submission.times, doneAt }, ['submissionId']);
      if (done) await this.#tell(person, assignment.id, submissionId);
      return revision;
    });
  }

  /** The other teachers of the class hear that something changed here. */
  async #tell(person: Person, assignmentId: string, id = assignmentId): Promise<void> {
    const { classId } = await this.assignments.get(assignmentId);
    const others = (await this.classes.teacherIds(classId)).filter((one) => one !== person.id);
    await this.events.tell(others, { kind: 'hand-in', id, of: assignmentId });
  }
}

/** @throws Problem where it is not what was looked at, or cannot be changed any more */
function ensureOpen(submission: Submission, { times, revision }: Given, found: SecondMarkEntity | null): void {
  if (submission.times !== times)
    throw new Problem(
      409,
      'handed-in-again',
      'Something else was handed in meanwhile. Look at it first; what you wrote is still here.',
    );
  ensureStands(submission);
  if (submission.state === 'handed-back')
    throw new Problem(409, 'handed-back-already', 'This was handed back meanwhile, so it cannot be marked unseen.');
  if (found?.forTimes === times && found.doneAt !== null)
    throw new Problem(409, 'compared-already', 'These marks are done and were compared. They stay as they are.');
  if ((found?.revision ?? 0) !== revision)
    throw new Problem(
      409,
      'marked-meanwhile',
      'You have marked this in another window too, just now. Say which of the two counts; what you wrote is still here.',
      { ...markingDto(found), revision: found?.revision ?? 0 },
    );
}
