import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { DEFAULT_NAMING } from '@oakbell/core/naming';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { LessonsService } from '../lessons/index.ts';
import { CourseEntity, PreferenceEntity, UnitEntity } from './course.entity.ts';

export interface CourseWithUnits {
  readonly course: CourseEntity;
  readonly units: readonly UnitEntity[];
}

/** Courses and their units: each belongs to the teacher who made it. */
@Injectable()
export class CoursesService {
  constructor(
    @InjectRepository(CourseEntity) private readonly courses: Repository<CourseEntity>,
    @InjectRepository(UnitEntity) private readonly units: Repository<UnitEntity>,
    @InjectRepository(PreferenceEntity) private readonly preferences: Repository<PreferenceEntity>,
    private readonly lessons: LessonsService,
  ) {}

  async of(ownerId: string): Promise<readonly CourseWithUnits[]> {
    const courses = await this.courses.find({ where: { ownerId }, order: { position: 'ASC' } });
    if (courses.length === 0) return [];
    const units = await this.units.find({
      where: { courseId: In(courses.map((one) => one.id)) },
      order: { position: 'ASC' },
    });
    return courses.map((course) => ({ course, units: units.filter((unit) => unit.courseId === course.id) }));
  }

  async add(ownerId: string, name: string): Promise<CourseEntity> {
    const position = await this.courses.countBy({ ownerId });
    const course = this.courses.create({ id: randomUUID(), ownerId, name, position });
    await this.courses.insert(course);
    return course;
  }

  async renameCourse(id: string, name: string): Promise<void> {
    await this.courses.update({ id }, { name });
  }

  /** Takes a course away; its lessons stay, without a place. */
  async removeCourse(id: string): Promise<void> {
    for (const unit of await this.units.findBy({ courseId: id })) await this.removeUnit(unit.id);
    await this.courses.delete({ id });
  }

  async addUnit(courseId: string, name: string): Promise<UnitEntity> {
    const position = await this.units.countBy({ courseId });
    const unit = this.units.create({ id: randomUUID(), courseId, name, position });
    await this.units.insert(unit);
    return unit;
  }

  async renameUnit(id: string, name: string): Promise<void> {
    await this.units.update({ id }, { name });
  }

  async removeUnit(id: string): Promise<void> {
    await this.lessons.leaveUnit(id);
    await this.units.delete({ id });
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
