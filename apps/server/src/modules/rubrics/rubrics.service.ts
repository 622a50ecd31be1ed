import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { rubricFault, type Criteria, type RubricFault } from '@oakbell/core/marking';
import { present } from '@oakbell/core/present';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AccessService } from '../access/index.ts';
import { AssignmentsService } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { RubricEntity, RubricVersionEntity } from './rubric.entity.ts';

/** So many rubrics a teacher may have made. */
const MOST_RUBRICS = 300;

const FAULTS: Readonly<Record<RubricFault, string>> = {
  'no-criteria': 'A rubric needs one line at least.',
  'no-levels': 'Each line needs two levels at least.',
  'same-id': 'Two lines, or two levels of a line, have the same name within the rubric.',
  'no-points': 'One level at least must be worth points.',
  'too-fine': 'Points and weights can have two places at most.',
};

/** A rubric with its newest version. */
export interface RubricNow {
  readonly rubric: RubricEntity;
  readonly version: RubricVersionEntity;
  readonly used: number;
}
interface Asked {
  readonly name: string;
  readonly courseId: string | null;
  readonly criteria: Criteria;
}

/** By what work is marked. A change makes a version; what was marked before keeps the one it was marked by. */
@Injectable()
export class RubricsService {
  constructor(
    @InjectRepository(RubricEntity) private readonly rubrics: Repository<RubricEntity>,
    @InjectRepository(RubricVersionEntity) private readonly versions: Repository<RubricVersionEntity>,
    private readonly access: AccessService,
    private readonly assignments: AssignmentsService,
    private readonly classes: ClassesService,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  /** Those of a teacher, and those of the courses they share; by name. */
  async of(personId: string): Promise<readonly RubricNow[]> {
    const found = (await this.rubrics.query(
      `SELECT id FROM rubric WHERE ownerId = ?
       UNION SELECT r.id FROM course_teacher t JOIN rubric r ON r.courseId = t.courseId WHERE t.personId = ?`,
      [personId, personId],
    )) as { id: string }[];
    return this.#now(found.map((one) => one.id));
  }

  /** @throws Problem `not-a-rubric`, `too-many-rubrics`, or that there is no such course */
  async add(person: Person, asked: Asked): Promise<RubricNow> {
    ensureRubric(asked.criteria);
    return this.acts.do(async () => {
      await this.#ensureCourse(person, asked.courseId);
      if ((await this.rubrics.countBy({ ownerId: person.id })) >= MOST_RUBRICS)
        throw new Problem(
          422,
          'too-many-rubrics',
          `There can be ${MOST_RUBRICS} rubrics. Change one of those you have.`,
        );
      const { name, courseId, criteria } = asked;
      const rubric = { id: randomUUID(), ownerId: person.id, courseId, name: name.trim(), number: 1, archivedAt: null };
      await this.rubrics.insert(rubric);
      const version = await this.#addVersion(person, rubric, criteria);
      return { rubric, version, used: 0 };
    });
  }

  /**
   * Changes a rubric; other criteria are a new version.
   * @throws Problem `not-a-rubric`, `rubric-changed` where somebody else changed it meanwhile
   */
  async change(person: Person, id: string, asked: Asked & { readonly number: number }): Promise<RubricNow> {
    ensureRubric(asked.criteria);
    return this.acts.do(async () => {
      const before = await this.rubrics.findOne({ where: { id }, lock: { mode: 'pessimistic_write' } });
      if (!before) throw notFound('rubric');
      if (before.courseId !== asked.courseId) await this.#ensureCourse(person, asked.courseId);
      if (before.number !== asked.number)
        throw new Problem(
          409,
          'rubric-changed',
          'Somebody else has changed this rubric meanwhile. Look at it first; what you wrote is still here.',
        );
      const [newest] = await this.versionsOf([id], 'newest');
      const isNew = JSON.stringify(present(newest).criteria) !== JSON.stringify(plainCriteria(asked.criteria));
      const number = before.number + (isNew ? 1 : 0);
      const { name, courseId } = asked;
      await this.rubrics.update({ id }, { name: name.trim(), courseId, number });
      if (isNew) await this.#addVersion(person, { id, number }, asked.criteria);
      const [now] = await this.#now([id]);
      return present(now);
    });
  }

  /** Puts it away, or takes it out again. What is marked by it goes on. */
  async archive(id: string, archived: boolean): Promise<void> {
    await this.rubrics.update({ id }, { archivedAt: archived ? new Date() : null });
  }

  /** Says by which rubric an assignment is marked; by none when null. @throws Problem that there is no such rubric */
  async choose(person: Person, assignmentId: string, rubricId: string | null): Promise<void> {
    await this.acts.do(async () => {
      if (rubricId !== null && !(await this.access.decide(person, 'use', 'rubric', rubricId)).ok)
        throw notFound('rubric');
      await this.assignments.setRubric(assignmentId, rubricId);
      const { classId } = await this.assignments.get(assignmentId);
      await this.events.tell(await this.classes.teacherIds(classId), {
        ...{ kind: 'hand-in', id: assignmentId, of: assignmentId },
      });
    });
  }

  /** The newest version of each of these rubrics, or every version named. */
  async versionsOf(ids: readonly string[], which: 'newest' | 'named'): Promise<readonly RubricVersionEntity[]> {
    if (ids.length === 0) return [];
    if (which === 'named') return this.versions.findBy({ id: In([...ids]) });
    return this.versions
      .createQueryBuilder('v')
      .innerJoin('rubric', 'r', 'r.id = v.rubricId AND r.number = v.number')
      .where('r.id IN (:...ids)', { ids })
      .getMany();
  }

  async one(id: string): Promise<RubricEntity | null> {
    return this.rubrics.findOneBy({ id });
  }

  async #now(ids: readonly string[]): Promise<readonly RubricNow[]> {
    if (ids.length === 0) return [];
    const rubrics = await this.rubrics.find({ where: { id: In([...ids]) }, order: { name: 'ASC', id: 'ASC' } });
    const versions = new Map((await this.versionsOf(ids, 'newest')).map((one) => [one.rubricId, one]));
    const counts = (await this.rubrics.query(
      'SELECT rubricId AS id, COUNT(*) AS used FROM assignment WHERE rubricId IN (?) GROUP BY rubricId',
      [ids],
    )) as { id: string; used: string }[];
    const used = new Map(counts.map((row) => [row.id, Number(row.used)]));
    return rubrics.map((rubric) => ({
      rubric,
      version: present(versions.get(rubric.id)),
      used: used.get(rubric.id) ?? 0,
    }));
  }

  async #addVersion(
    person: Person,
    { id: rubricId, number }: Pick<RubricEntity, 'id' | 'number'>,
    criteria: Criteria,
  ): Promise<RubricVersionEntity> {
    const made = { id: randomUUID(), rubricId, number, criteria: plainCriteria(criteria), byId: person.id };
    const version = { ...made, madeAt: new Date() };
    await this.versions.insert(version);
    return version;
  }

  async #ensureCourse(person: Person, courseId: string | null): Promise<void> {
    if (courseId !== null && !(await this.access.decide(person, 'teach', 'course', courseId)).ok)
      throw notFound('course');
  }
}

/** @throws Problem `not-a-rubric` */
function ensureRubric(criteria: Criteria): void {
  const fault = rubricFault(criteria);
  if (fault) throw new Problem(422, 'not-a-rubric', `${FAULTS[fault]} What you wrote is still here.`, { fault });
}

/** The fields of a rubric alone, always in the same order. */
const plainCriteria = (criteria: Criteria): Criteria =>
  criteria.map(({ id, name, weight, levels }) => ({
    id,
    name,
    weight,
    levels: levels.map((one) => ({ id: one.id, name: one.name, points: one.points, description: one.description })),
  }));
