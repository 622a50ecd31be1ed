import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { Whom } from '@oakbell/core/assigning';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { groupedBy } from '../../platform/database/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AccessService, MediaService } from '../access/index.ts';
import { AttachmentsService } from '../attachments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { EditionsService } from '../editions/index.ts';
import { OutlineService } from '../outline/index.ts';
import { PagesService } from '../pages/index.ts';
import { WorksheetsService } from '../worksheets/index.ts';
import { AssignmentEntity, AssignmentLessonEntity, type Terms } from './assignment.entity.ts';
import { AssignmentPlaces, workIsThere } from './assignmentPlaces.service.ts';
import { WhomService } from './whom.service.ts';

/** An assignment with its lessons, in their order. */
export type Assignment = AssignmentEntity & { readonly lessonIds: readonly string[] };

/** What is asked for and by when. */
export interface Asked extends Terms {
  readonly dueAt: Date;
  readonly answerPage: string | null;
  readonly worksheetId: string | null;
  readonly lessonIds: readonly string[];
  /** The files that go with it, in their order. */
  readonly attachmentIds: readonly string[];
  /** The unit of the class page that it stands in, by its name; made where there is none. Outside all when null. */
  readonly unit: string | null;
  /** The day it is for, yyyy-mm-dd; for no day when null. */
  readonly day: string | null;
}
const AS_GIVEN = { copyId: null, changedAt: null, rubricId: null } as const;

/** Whether learners have something else to do than before; where it stands on their class page is not asked. */
function isChange(before: Assignment & Pick<Asked, 'attachmentIds'>, asked: Asked): boolean {
  const said = ({ unit: _, day: __, asking: ___, offline: ____, ...terms }: Asked) => terms;
  return Object.entries(said(asked)).some(
    ([name, value]) => JSON.stringify(value) !== JSON.stringify(before[name as keyof typeof before]),
  );
}

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
    private readonly attachments: AttachmentsService,
    private readonly worksheets: WorksheetsService,
    private readonly places: AssignmentPlaces,
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
      await this.worksheets.ensureUsable(person, asked.worksheetId, null);
      const { lessonIds, unit, attachmentIds, ...terms } = asked;
      const made: Assignment[] = [];
      for (const { classId, whom } of to) {
        const more = { id: randomUUID(), classId, byId: person.id, toAll: whom.all, createdAt: new Date() };
        const unitId = await this.outline.named(classId, unit);
        const one = { ...terms, ...more, unitId, place: await this.places.last(classId), ...AS_GIVEN };
        await this.assignments.insert(one);
        await this.#writeLessons(one.id, lessonIds);
        await this.attachments.write(person.id, one.id, attachmentIds);
        await this.whom.write(one, whom);
        made.push({ ...one, lessonIds });
        await this.#tell(one, lessonIds);
      }
      return made;
    });
  }

  /** Whether learners may ask about it; nothing else of it changes. In an act. @throws Problem `not-found` */
  async setAsking(id: string, asking: boolean): Promise<Assignment> {
    await this.assignments.update({ id }, { asking });
    return this.get(id);
  }

  /** By which rubric its hand-ins are marked. In an act. */
  async setRubric(id: string, rubricId: string | null): Promise<void> {
    await this.assignments.update({ id }, { rubricId });
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
    return this.byIds(ids);
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
    return this.byIds(rows.map(({ id }) => id));
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
      await this.worksheets.ensureUsable(person, asked.worksheetId, before);
      const had = await this.whom.learnersOf(before.id);
      const { lessonIds, unit, attachmentIds, ...terms } = asked;
      const unitId = await this.outline.named(before.classId, unit);
      const files = (await this.attachments.of([id])).get(id) ?? [];
      const isChanged = isChange({ ...before, attachmentIds: files.map((one) => one.id) }, asked);
      const changedAt = isChanged ? new Date() : before.changedAt;
      await this.assignments.update({ id: before.id }, { ...terms, unitId, changedAt, toAll: whom.all });
      await this.#writeLessons(before.id, lessonIds);
      await this.attachments.write(person.id, before.id, attachmentIds);
      await this.whom.write(before, whom);
      await this.#tell(before, [...new Set([...before.lessonIds, ...lessonIds])], had);
      const have = new Set(await this.whom.learnersOf(before.id));
      const isTakenAway =
        before.lessonIds.some((one) => !lessonIds.includes(one)) ||
        (before.answersSeen === 'class' && terms.answersSeen === 'teacher');
      await this.#cut(isTakenAway ? had : had.filter((learner) => !have.has(learner)));
    });
  }

  /**
   * Takes an assignment back, as though it had never been given. What was watched stays watched.
   * @throws Problem `work-is-there` once somebody has written, recorded or handed in something for it
   */
  async remove(given: Assignment): Promise<void> {
    await this.acts.do(async () => {
      const had = await this.whom.learnersOf(given.id);
      await this.assignments.delete({ id: given.id }).catch(workIsThere);
      await this.#tell(given, given.lessonIds, had);
      await this.#cut(had);
    });
  }

  /** All that a class was given, by its places. */
  async ofClass(classId: string): Promise<readonly Assignment[]> {
    const order = { place: 'ASC', createdAt: 'ASC', id: 'ASC' } as const;
    return this.#withLessons(await this.assignments.find({ where: { classId }, order }));
  }

  /** Whoever no longer has something asks anew for what they still may see. */
  async #cut(learnerIds: readonly string[]): Promise<void> {
    await this.media.cut(...learnerIds.map((id) => `person:${id}`));
  }

  /** Soonest due first. */
  async byIds(ids: readonly string[]): Promise<readonly Assignment[]> {
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
