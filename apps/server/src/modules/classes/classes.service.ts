import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { ensureFor } from '../../platform/http/index.ts';
import { MembershipEntity, SchoolClassEntity } from './class.entity.ts';

@Injectable()
export class ClassesService {
  constructor(
    @InjectRepository(SchoolClassEntity) private readonly classes: Repository<SchoolClassEntity>,
    @InjectRepository(MembershipEntity) private readonly memberships: Repository<MembershipEntity>,
  ) {}

  async add(name: string, course: string): Promise<SchoolClassEntity> {
    const made = this.classes.create({ id: randomUUID(), name, course });
    await this.classes.insert(made);
    return made;
  }

  async join(classId: string, personId: string, part: 'teacher' | 'learner'): Promise<void> {
    await this.memberships.insert({ classId, personId, part });
  }

  /** The classes in which a person has this part, by name. */
  async of(personId: string, part: 'teacher' | 'learner'): Promise<readonly SchoolClassEntity[]> {
    const found = await this.memberships.findBy({ personId, part });
    if (found.length === 0) return [];
    return this.classes.find({ where: { id: In(found.map((one) => one.classId)) }, order: { name: 'ASC' } });
  }

  async learnerIds(classId: string): Promise<readonly string[]> {
    return (await this.memberships.findBy({ classId, part: 'learner' })).map((one) => one.personId);
  }

  async has(classId: string, personId: string, part: 'teacher' | 'learner'): Promise<boolean> {
    return this.memberships.existsBy({ classId, personId, part });
  }

  /** The class, for one who teaches it. @throws Problem `not-found` */
  async taughtBy(personId: string, classId: string): Promise<SchoolClassEntity> {
    ensureFor(await this.has(classId, personId, 'teacher'), 'class');
    return this.classes.findOneByOrFail({ id: classId });
  }

  async byIds(ids: readonly string[]): Promise<ReadonlyMap<string, SchoolClassEntity>> {
    const found = ids.length === 0 ? [] : await this.classes.findBy({ id: In([...ids]) });
    return new Map(found.map((one) => [one.id, one]));
  }
}
