import { present } from '@oakbell/core/present';
import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { DEFAULT_NAMING } from '@oakbell/core/naming';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { MediaService } from '../access/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { PeopleService } from '../people/index.ts';
import { CourseEntity, CourseTeacherEntity, PreferenceEntity, UnitEntity } from './course.entity.ts';

export interface CourseWithUnits {
  readonly course: CourseEntity;
  readonly units: readonly (UnitEntity & { readonly lessons: number })[];
  readonly teachers: readonly { readonly id: string; readonly name: string }[];
}

/** A course has so many teachers at most. */
const MOST_TEACHERS = 60;

/** Courses and their units: each belongs to one teacher, or to several alike. */
@Injectable()
export class CoursesService {
  constructor(
    @InjectRepository(CourseEntity) private readonly courses: Repository<CourseEntity>,
    @InjectRepository(UnitEntity) private readonly units: Repository<UnitEntity>,
    @InjectRepository(PreferenceEntity) private readonly preferences: Repository<PreferenceEntity>,
    @InjectRepository(CourseTeacherEntity) private readonly teachers: Repository<CourseTeacherEntity>,
    private readonly lessons: LessonsService,
    private readonly people: PeopleService,
    private readonly events: Events,
    private readonly acts: Acts,
    private readonly media: MediaService,
  ) {}

  /** A teacher's courses in their order, with who else has them. */
  async of(personId: string): Promise<readonly CourseWithUnits[]> {
    const own = await this.teachers.find({ where: { personId }, order: { position: 'ASC', courseId: 'ASC' } });
    const ids = own.map((one) => one.courseId);
    if (ids.length === 0) return [];
    const courses = new Map((await this.courses.findBy({ id: In(ids) })).map((one) => [one.id, one]));
    const units = await this.units.find({ where: { courseId: In(ids) }, order: { position: 'ASC' } });
    const counts = (await this.units.query(
      `SELECT u.id, COUNT(l.id) AS lessons FROM unit u LEFT JOIN lesson l ON l.unitId = u.id AND l.archivedAt IS NULL
       WHERE u.courseId IN (?) GROUP BY u.id`,
      [ids],
    )) as { id: string; lessons: string }[];
    const lessons = new Map(counts.map((row) => [row.id, Number(row.lessons)]));
    const teachers = (await this.teachers.query(
      'SELECT t.courseId, p.id, p.name FROM course_teacher t JOIN person p ON p.id = t.personId WHERE t.courseId IN (?) ORDER BY p.name, p.id',
      [ids],
    )) as { courseId: string; id: string; name: string }[];
    return ids.map((id) => ({
      course: present(courses.get(id)),
      units: units
        .filter((unit) => unit.courseId === id)
        .map((unit) => ({ ...unit, lessons: lessons.get(unit.id) ?? 0 })),
      teachers: teachers.filter((one) => one.courseId === id).map(({ id: teacher, name }) => ({ id: teacher, name })),
    }));
  }

  async add(personId: string, name: string): Promise<CourseEntity> {
    return this.acts.do(async () => {
      const course = this.courses.create({ id: randomUUID(), name });
      await this.courses.insert(course);
      await this.#join(course.id, personId);
      return course;
    });
  }

  async #join(courseId: string, personId: string): Promise<void> {
    const position = await this.teachers.countBy({ personId });
    await this.teachers.createQueryBuilder().insert().orIgnore().values({ courseId, personId, position }).execute();
  }

  /** Shares a course with another teacher. @throws Problem `not-a-teacher`, `too-many-teachers` */
  async addTeacher(courseId: string, personId: string): Promise<void> {
    await this.acts.do(async () => {
      const person = await this.people.one(personId);
      if (person?.role !== 'teacher' || person.leftAt !== null)
        throw new Problem(422, 'not-a-teacher', 'A course can be shared with teachers of the school only.');
      if ((await this.teachers.countBy({ courseId })) >= MOST_TEACHERS)
        throw new Problem(
          422,
          'too-many-teachers',
          `A course can have ${MOST_TEACHERS} teachers. Nothing was changed.`,
        );
      await this.#join(courseId, personId);
      await this.#tell(courseId);
    });
  }

  /**
   * A teacher leaves a course, and takes along what they made, without a place; the rest stays.
   * @throws Problem `last-teacher` where nobody else has it
   */
  async removeTeacher(courseId: string, personId: string): Promise<void> {
    await this.acts.do(async () => {
      // One after another: two who leave at once would leave the course to nobody.
      const there = await this.teachers.find({ where: { courseId }, lock: { mode: 'pessimistic_write' } });
      if (!there.some((one) => one.personId === personId)) throw notFound('person');
      if (there.length < 2)
        throw new Problem(409, 'last-teacher', 'Nobody else has this course. Remove it, or share it first.');
      await this.#tell(courseId);
      await this.#cut(courseId);
      await this.teachers.delete({ courseId, personId });
      const units = await this.units.findBy({ courseId });
      await this.lessons.leaveUnits(
        units.map((unit) => unit.id),
        personId,
      );
    });
  }

  /** Tells everybody who has a course that it, or what is in it, changed. */
  async #tell(courseId: string): Promise<void> {
    const teachers = await this.teachers.findBy({ courseId });
    const to = teachers.map((one) => one.personId);
    await this.events.tell(to, { kind: 'course', id: courseId });
  }

  /** Addresses of lessons that were given out for a course are of no use once somebody, or a unit, leaves it. */
  async #cut(courseId: string): Promise<void> {
    const teachers = await this.teachers.findBy({ courseId });
    if (teachers.length > 1) await this.media.cut(...teachers.map((one) => `person:${one.personId}`));
  }

  async renameCourse(id: string, name: string): Promise<void> {
    await this.courses.update({ id }, { name });
    await this.#tell(id);
  }

  /** Takes a course away; its lessons stay with their makers, without a place. @throws Problem `course-is-shared` */
  async removeCourse(id: string): Promise<void> {
    await this.acts.do(async () => {
      const there = await this.teachers.find({ where: { courseId: id }, lock: { mode: 'pessimistic_write' } });
      if (there.length > 1)
        throw new Problem(409, 'course-is-shared', 'Other teachers have this course too. You can leave it to them.');
      await this.lessons.leaveUnits((await this.units.findBy({ courseId: id })).map((unit) => unit.id));
      await this.units.delete({ courseId: id });
      await this.courses.delete({ id });
    });
  }

  async addUnit(courseId: string, name: string): Promise<UnitEntity> {
    return this.acts.do(async () => {
      const position = await this.units.countBy({ courseId });
      const unit = this.units.create({ id: randomUUID(), courseId, name, position });
      await this.units.insert(unit);
      await this.#tell(courseId);
      return unit;
    });
  }

  async renameUnit(id: string, name: string): Promise<void> {
    await this.units.update({ id }, { name });
    await this.#tell((await this.units.findOneByOrFail({ id })).courseId);
  }

  async removeUnit(id: string): Promise<void> {
    const { courseId } = await this.units.findOneByOrFail({ id });
    await this.#cut(courseId);
    await this.lessons.leaveUnits([id]);
    await this.units.delete({ id });
    await this.#tell(courseId);
  }

  async preferencesOf(personId: string): Promise<PreferenceEntity> {
    const found = await this.preferences.findOneBy({ personId });
    return found ?? this.preferences.create({ personId, naming: DEFAULT_NAMING, pens: [] });
  }

  async setPreferences(
    personId: string,
    change: Partial<Pick<PreferenceEntity, 'naming' | 'pens'>>,
  ): Promise<PreferenceEntity> {
    const next = { ...(await this.preferencesOf(personId)), ...change };
    await this.preferences.upsert(next, ['personId']);
    return next;
  }
}
