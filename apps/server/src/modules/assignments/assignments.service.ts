import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { ClassesService } from '../classes/index.ts';
import { EditionsService } from '../editions/index.ts';
import { AssignmentEntity } from './assignment.entity.ts';
import { PagesService } from '../pages/index.ts';

export interface NewAssignment {
  readonly lessonId: string;
  readonly classId: string;
  readonly instructions: string;
  readonly dueAt: Date;
  readonly points: number | null;
  readonly handIn: boolean;
  readonly answerLimitMs: number | null;
  readonly answerPage: string | null;
}
type Terms = Omit<NewAssignment, 'lessonId' | 'classId'>;

@Injectable()
export class AssignmentsService {
  constructor(
    private readonly pages: PagesService,
    @InjectRepository(AssignmentEntity) private readonly assignments: Repository<AssignmentEntity>,
    private readonly classes: ClassesService,
    private readonly editions: EditionsService,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  /** @throws Problem `not-published` before the first edition */
  async add(person: Person, given: NewAssignment): Promise<AssignmentEntity> {
    return this.acts.do(() => this.#add(person, given));
  }

  async #add(person: Person, given: NewAssignment): Promise<AssignmentEntity> {
    if ((await this.editions.ofLesson(given.lessonId)).length === 0) {
      throw new Problem(409, 'not-published', 'Publish the lesson first, so that there is something to watch.');
    }
    await this.#ensureAnswerPage(given.lessonId, given);
    const made = this.assignments.create({ ...given, id: randomUUID(), byId: person.id, createdAt: new Date() });
    await this.assignments.insert(made);
    await this.#tell(made);
    return made;
  }

  /** @throws Problem `not-found` */
  async get(id: string): Promise<AssignmentEntity> {
    const found = await this.one(id);
    if (!found) throw notFound('assignment');
    return found;
  }

  /** Keeps others from what hangs on this assignment until the act ends. */
  async lock(id: string): Promise<void> {
    await this.assignments.findOne({ where: { id }, lock: { mode: 'pessimistic_write' } });
  }

  async one(id: string): Promise<AssignmentEntity | null> {
    return this.assignments.findOneBy({ id });
  }

  async ofLesson(lessonId: string): Promise<readonly AssignmentEntity[]> {
    return this.assignments.find({ where: { lessonId }, order: { dueAt: 'ASC' } });
  }

  /** Those of these lessons that were given to a class. */
  async assignedOf(lessonIds: readonly string[]): Promise<ReadonlySet<string>> {
    if (lessonIds.length === 0) return new Set();
    const found = await this.assignments.find({ where: { lessonId: In([...lessonIds]) }, select: { lessonId: true } });
    return new Set(found.map((one) => one.lessonId));
  }

  /** All assignments of the classes in which a person has this part, soonest due first; those of one lesson where it is named. */
  async forClassesOf(
    personId: string,
    part: 'teacher' | 'learner',
    lessonId?: string,
  ): Promise<readonly AssignmentEntity[]> {
    const classes = await this.classes.of(personId, part);
    if (classes.length === 0) return [];
    const where = { classId: In(classes.map((one) => one.id)), ...(lessonId ? { lessonId } : {}) };
    return this.assignments.find({ where, order: { dueAt: 'ASC' } });
  }

  async change({ id, lessonId }: AssignmentEntity, change: Terms): Promise<void> {
    await this.#ensureAnswerPage(lessonId, change);
    await this.assignments.update({ id }, change);
    await this.#tell(await this.get(id));
  }

  /**
   * Takes an assignment back, as though it had never been given. What was watched stays watched.
   * @throws Problem `work-is-there` once somebody has handed in or recorded something for it
   */
  async remove(given: AssignmentEntity): Promise<void> {
    await this.acts.do(async () => {
      await this.assignments.delete({ id: given.id }).catch((failure: unknown) => {
        if (!isStillNamed(failure)) throw failure;
        throw new Problem(
          409,
          'work-is-there',
          'Learners have handed in or recorded something for this already, so it stays. Change its date or its words instead.',
        );
      });
      await this.#tell(given);
    });
  }

  async #tell({ id, classId, lessonId }: AssignmentEntity): Promise<void> {
    await this.events.tell(await this.classes.memberIds(classId), { kind: 'assignment', id, of: lessonId });
  }

  /** @throws Problem `not-found` for a page of another lesson */
  async #ensureAnswerPage(lessonId: string, { answerPage }: Terms): Promise<void> {
    if (answerPage) await this.pages.pageOf(lessonId, answerPage);
  }
}

/** Whether a row could not go since another one names it. */
const isStillNamed = (failure: unknown): boolean =>
  (failure as { code?: unknown } | null)?.code === 'ER_ROW_IS_REFERENCED_2';
