import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { Whom } from '@oakbell/core/assigning';
import { orderWith, type Target } from '@oakbell/core/outline';
import { randomUUID } from 'node:crypto';
import { In, IsNull, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { groupedBy, insertRows, updateRows } from '../../platform/database/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AccessService, MediaService } from '../access/index.ts';
import { ClassesService } from '../classes/index.ts';
import { EditionsService } from '../editions/index.ts';
import { OutlineService } from '../outline/index.ts';
import { PagesService } from '../pages/index.ts';
import { AssignmentEntity, AssignmentLessonEntity, type Terms } from './assignment.entity.ts';
import { WhomService } from './whom.service.ts';

/** An assignment with its lessons, in their order. */
export type Assignment = AssignmentEntity & { readonly lessonIds: readonly string[] };

/** What is asked for and by when. */
export interface Asked extends Terms {
  readonly dueAt: Date;
  readonly answerPage: string | null;
  readonly lessonIds: readonly string[];
  /** The unit of the class page that it stands in, by its name; made where there is none. Outside all when null. */
  readonly unit: string | null;
  /** The day it is for, yyyy-mm-dd; for no day when null. */
  readonly day: string | null;
}
/** What is copied to another class. */
export type Copied = Terms &
  Pick<AssignmentEntity, 'dueAt' | 'answerPage' | 'unitId' | 'day'> & { readonly lessonIds: readonly string[] };
const COPIED = [
  ...(['id', 'classId', 'byId', 'toAll', 'dueAt', 'answerPage', 'createdAt', 'unitId', 'day', 'place'] as const),
  ...(['copyId', 'instructions', 'points', 'handIn', 'answerLimitMs', 'watchedPercent', 'workOpens'] as const),
];
/** Who of one class is to have it. */
export interface ToClass {
  readonly classId: string;
  readonly whom: Whom;
}

@Injectable()
export class AssignmentsService {
  constructor(
    @InjectRepository(AssignmentEntity) private readonly assignments: Repository<AssignmentEntity>,
    @InjectRepository(AssignmentLessonEntity) private readonly lessons: Repository<AssignmentLessonEntity>,
    private readonly whom: WhomService,
    private readonly access: AccessService,
    private readonly media: MediaService,
    private readonly pages: PagesService,
    private readonly classes: ClassesService,
    private readonly editions: EditionsService,
    private readonly outline: OutlineService,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  /**
   * Gives something to classes: an assignment for each of them, all or none.
   * @throws Problem `not-published` where a lesson has no edition; `nobody-chosen`, `not-in-class`, `class-twice`
   */
  async add(person: Person, asked: Asked, to: readonly ToClass[]): Promise<readonly Assignment[]> {
    if (new Set(to.map(({ classId }) => classId)).size < to.length)
      throw new Problem(422, 'class-twice', 'A class is named twice. Nothing was given.');
    return this.acts.do(async () => {
      await this.#ensureUsable(asked, asked.lessonIds);
      const { lessonIds, unit, ...terms } = asked;
      const made: Assignment[] = [];
      for (const { classId, whom } of to) {
        const more = { id: randomUUID(), classId, byId: person.id, toAll: whom.all, createdAt: new Date() };
        const unitId = await this.outline.named(classId, unit);
        const one = { ...terms, ...more, unitId, place: await this.#lastPlace(classId), copyId: null };
        await this.assignments.insert(one);
        await this.#writeLessons(one.id, lessonIds);
        await this.whom.write(one, whom);
        made.push({ ...one, lessonIds });
        await this.#tell(one, lessonIds);
      }
      return made;
    });
  }

  /** @throws Problem `not-found` */
  async get(id: string): Promise<Assignment> {
    const found = await this.one(id);
    if (!found) throw notFound('assignment');
    return found;
  }

  /** Keeps others from what hangs on this assignment until the act ends. */
  async lock(id: string): Promise<void> {
    await this.assignments.findOne({ where: { id }, lock: { mode: 'pessimistic_write' } });
  }

  async one(id: string): Promise<Assignment | null> {
    return (await this.#withLessons(await this.assignments.findBy({ id })))[0] ?? null;
  }

  async ofLesson(lessonId: string): Promise<readonly Assignment[]> {
    const ids = (await this.lessons.findBy({ lessonId })).map(({ assignmentId }) => assignmentId);
    return this.#found(ids);
  }

  /** Those of these lessons that were given to a class. */
  async assignedOf(lessonIds: readonly string[]): Promise<ReadonlySet<string>> {
    if (lessonIds.length === 0) return new Set();
    const found = await this.lessons.find({ where: { lessonId: In([...lessonIds]) }, select: { lessonId: true } });
    return new Set(found.map((one) => one.lessonId));
  }

  /** All assignments of the classes that somebody teaches, soonest due first. */
  async forTeacher(personId: string): Promise<readonly Assignment[]> {
    const classes = await this.classes.of(personId, 'teacher');
    if (classes.length === 0) return [];
    const where = { classId: In(classes.map((one) => one.id)) };
    return this.#withLessons(await this.assignments.find({ where, order: { dueAt: 'ASC' } }));
  }

  /** All that a learner has, soonest due first; those with one lesson, or of one class, where it is named. */
  async forLearner(
    personId: string,
    { lessonId, classId }: { readonly lessonId?: string; readonly classId?: string } = {},
  ): Promise<readonly Assignment[]> {
    const rows = (await this.assignments.query(
      `SELECT d.assignmentId AS id FROM assigned d
       ${lessonId === undefined ? '' : 'JOIN assignment_lesson l ON l.assignmentId = d.assignmentId AND l.lessonId = ?'}
       WHERE d.learnerId = ? ${classId === undefined ? '' : 'AND d.classId = ?'}`,
      [lessonId, personId, classId].filter((one) => one !== undefined),
    )) as { id: string }[];
    return this.#found(rows.map(({ id }) => id));
  }

  /**
   * Changes what is asked for, and who has it; both those who had it and those who have it now are told.
   * @throws Problem `not-found` for a lesson that this person cannot give; otherwise as for `add`
   */
  async change(person: Person, id: string, asked: Asked, whom: Whom): Promise<void> {
    await this.acts.do(async () => {
      // One after another: two changes at once would each lay their lessons and learners over the other's.
      await this.lock(id);
      const before = await this.get(id);
      const added = asked.lessonIds.filter((one) => !before.lessonIds.includes(one));
      // A lesson that it has already stays, also for a colleague who could not give it themselves.
      for (const one of added)
        if (!(await this.access.decide(person, 'give', 'lesson', one)).ok) throw notFound('lesson');
      await this.#ensureUsable(asked, added);
      const had = await this.whom.learnersOf(before.id);
      const { lessonIds, unit, ...terms } = asked;
      const unitId = await this.outline.named(before.classId, unit);
      await this.assignments.update({ id: before.id }, { ...terms, unitId, toAll: whom.all });
      await this.#writeLessons(before.id, lessonIds);
      await this.whom.write(before, whom);
      await this.#tell(before, [...new Set([...before.lessonIds, ...lessonIds])], had);
      const have = new Set(await this.whom.learnersOf(before.id));
      const isTakenAway = before.lessonIds.some((one) => !lessonIds.includes(one));
      await this.#cut(isTakenAway ? had : had.filter((learner) => !have.has(learner)));
    });
  }

  /**
   * Takes an assignment back, as though it had never been given. What was watched stays watched.
   * @throws Problem `work-is-there` once somebody has handed in or recorded something for it
   */
  async remove(given: Assignment): Promise<void> {
    await this.acts.do(async () => {
      const had = await this.whom.learnersOf(given.id);
      await this.assignments.delete({ id: given.id }).catch(workIsThere);
      await this.#tell(given, given.lessonIds, had);
      await this.#cut(had);
    });
  }

  /**
   * Puts it elsewhere on the page of its class: before another one of that unit and day, or as the last there.
   * @throws Problem `not-found` for a unit of another class
   */
  async move(id: string, { unitId, day, before }: Target): Promise<void> {
    await this.acts.do(async () => {
      const { classId } = await this.get(id);
      await this.classes.lock(classId);
      if (unitId !== null) await this.outline.ensureIn(classId, unitId);
      const at = { classId, unitId: unitId ?? IsNull(), day: day ?? IsNull() };
      const there = await this.assignments.find({ where: at, order: { place: 'ASC', createdAt: 'ASC' } });
      await this.assignments.update({ id }, { unitId, day });
      const order = orderWith(
        there.map((one) => one.id),
        id,
        before,
      );
      await updateRows(
        this.assignments,
        { table: 'assignment', columns: ['place'] },
        order.map((one, place) => [one, place]),
      );
      await this.outline.tell(classId);
    });
  }

  /** All that a class was given, by its places. */
  async ofClass(classId: string): Promise<readonly Assignment[]> {
    const order = { place: 'ASC', createdAt: 'ASC', id: 'ASC' } as const;
    return this.#withLessons(await this.assignments.find({ where: { classId }, order }));
  }

  /**
   * Gives many things to all of one class at once, in their order: what another class was given. All of it was looked at
   * before. In an act.
   */
  async addAll(
    person: Person,
    { classId, copyId }: Pick<AssignmentEntity, 'classId' | 'copyId'>,
    all: readonly Copied[],
  ) {
    const first = await this.#lastPlace(classId);
    const made = all.map((one, i) => ({
      ...one,
      ...{ id: randomUUID(), classId, copyId, byId: person.id, toAll: true, place: first + i, createdAt: new Date() },
    }));
    await insertRows(
      this.assignments,
      { table: 'assignment', columns: COPIED },
      made.map((one) => COPIED.map((column) => one[column])),
    );
    await insertRows(
      this.lessons,
      { table: 'assignment_lesson', columns: ['assignmentId', 'lessonId', 'place'] },
      made.flatMap(({ id, lessonIds }) => lessonIds.map((lessonId, place) => [id, lessonId, place])),
    );
    await this.events.tell(await this.classes.memberIds(classId), { kind: 'assignment', id: classId });
  }

  /** Takes back what a copying gave. In an act. @throws Problem `work-is-there`; all of it stays then */
  async removeCopied(classId: string, copyId: string): Promise<void> {
    await this.assignments.delete({ classId, copyId }).catch(workIsThere);
    await this.events.tell(await this.classes.memberIds(classId), { kind: 'assignment', id: classId });
    await this.#cut(await this.classes.learnerIds(classId));
  }

  /** The place after all others of its class. */
  async #lastPlace(classId: string): Promise<number> {
    return 1 + ((await this.assignments.maximum('place', { classId })) ?? -1);
  }

  /** Whoever no longer has something asks anew for what they still may see. */
  async #cut(learnerIds: readonly string[]): Promise<void> {
    await this.media.cut(...learnerIds.map((id) => `person:${id}`));
  }

  async #found(ids: readonly string[]): Promise<readonly Assignment[]> {
    if (ids.length === 0) return [];
    return this.#withLessons(await this.assignments.find({ where: { id: In([...ids]) }, order: { dueAt: 'ASC' } }));
  }

  async #withLessons(all: readonly AssignmentEntity[]): Promise<readonly Assignment[]> {
    if (all.length === 0) return [];
    const where = { assignmentId: In(all.map(({ id }) => id)) };
    const lessons = groupedBy(await this.lessons.find({ where, order: { place: 'ASC' } }), (one) => one.assignmentId);
    return all.map((one) => ({ ...one, lessonIds: (lessons.get(one.id) ?? []).map(({ lessonId }) => lessonId) }));
  }

  async #writeLessons(assignmentId: string, lessonIds: readonly string[]): Promise<void> {
    await this.lessons.delete({ assignmentId });
    await this.lessons.insert(lessonIds.map((lessonId, place) => ({ assignmentId, lessonId, place })));
  }

  /** Everybody concerned, whoever had it before among them, hears of it; so does whoever has one of its lessons open. */
  async #tell(
    { id, classId }: Pick<AssignmentEntity, 'id' | 'classId'>,
    lessonIds: readonly string[],
    had: readonly string[] = [],
  ): Promise<void> {
    const people = [...new Set([...had, ...(await this.whom.concernedBy(id, classId))])];
    for (const of of lessonIds) await this.events.tell(people, { kind: 'assignment', id, of });
  }

  /** @throws Problem `not-published` for a lesson without an edition; `not-found` for a page of none of these lessons */
  async #ensureUsable({ answerPage, lessonIds }: Asked, added: readonly string[]): Promise<void> {
    if (new Set(lessonIds).size < lessonIds.length)
      throw new Problem(422, 'lesson-twice', 'A lesson is named twice. Nothing was given.');
    const published = await this.editions.publishedOf(added);
    if (!added.every((id) => published.has(id)))
      throw new Problem(409, 'not-published', 'Publish the lesson first, so that there is something to watch.');
    if (answerPage !== null && !lessonIds.includes((await this.pages.lessonOf(answerPage)) ?? ''))
      throw notFound('page');
  }
}

function workIsThere(failure: unknown): never {
  if (!isStillNamed(failure)) throw failure as Error;
  throw new Problem(
    409,
    'work-is-there',
    'Learners have handed in or recorded something for this already, so it stays. Change its date or its words instead.',
  );
}

/** Whether a row could not go since another one names it. */
const isStillNamed = (failure: unknown): boolean =>
  (failure as { code?: unknown } | null)?.code === 'ER_ROW_IS_REFERENCED_2';
