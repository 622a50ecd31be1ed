import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { MOST_GROUPS } from '@oakbell/core/people';
import { randomUUID } from 'node:crypto';
import { Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { ClassGroupEntity, ClassGroupMemberEntity } from './class.entity.ts';
import { ClassesService } from './classes.service.ts';

export interface Group {
  readonly id: string;
  readonly name: string;
  readonly members: readonly string[];
}
export interface GroupFacts {
  readonly name: string;
  /** Learners of the class. */
  readonly members: readonly string[];
}

/** Groups inside a class: some of its learners under one name. */
@Injectable()
export class GroupsService {
  constructor(
    @InjectRepository(ClassGroupEntity) private readonly groups: Repository<ClassGroupEntity>,
    @InjectRepository(ClassGroupMemberEntity) private readonly members: Repository<ClassGroupMemberEntity>,
    private readonly classes: ClassesService,
    private readonly acts: Acts,
  ) {}

  /** By name, each with those of its members who still learn in the class. */
  async of(classId: string): Promise<readonly Group[]> {
    const groups = await this.groups.find({ where: { classId }, order: { name: 'ASC', id: 'ASC' } });
    const rows = (await this.members.query(
      `SELECT g.id, gm.personId FROM class_group g JOIN class_group_member gm ON gm.groupId = g.id
       JOIN membership m ON m.classId = g.classId AND m.personId = gm.personId AND m.part = 'learner'
       WHERE g.classId = ?`,
      [classId],
    )) as { id: string; personId: string }[];
    return groups.map(({ id, name }) => ({
      ...{ id, name },
      members: rows.filter((row) => row.id === id).map((row) => row.personId),
    }));
  }

  /** @throws Problem `too-many-groups`, `not-in-class` */
  async add(classId: string, facts: GroupFacts): Promise<string> {
    return this.acts.do(async () => {
      if ((await this.groups.countBy({ classId })) >= MOST_GROUPS)
        throw new Problem(422, 'too-many-groups', `A class can have ${MOST_GROUPS} groups. Nothing was changed.`);
      const id = randomUUID();
      await this.groups.insert({ id, classId, name: facts.name });
      await this.#fill(classId, id, facts.members);
      return id;
    });
  }

  /** @throws Problem `not-found`, `not-in-class` */
  async change(classId: string, id: string, facts: GroupFacts): Promise<void> {
    await this.acts.do(async () => {
      if (!(await this.groups.existsBy({ id, classId }))) throw notFound('group');
      await this.groups.update({ id }, { name: facts.name });
      await this.members.delete({ groupId: id });
      await this.#fill(classId, id, facts.members);
    });
  }

  /** The group goes; its members stay in the class. @throws Problem `not-found` */
  async remove(classId: string, id: string): Promise<void> {
    const { affected } = await this.groups.delete({ id, classId });
    if (!affected) throw notFound('group');
  }

  async #fill(classId: string, groupId: string, members: readonly string[]): Promise<void> {
    const learners = new Set(await this.classes.learnerIds(classId));
    if (!members.every((id) => learners.has(id)))
      throw new Problem(422, 'not-in-class', 'Only learners of this class can be in its groups. Nothing was changed.');
    const rows = [...new Set(members)].map((personId) => ({ groupId, personId }));
    if (rows.length > 0) await this.members.insert(rows);
  }
}
