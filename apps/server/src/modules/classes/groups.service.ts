import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { ClassMembers } from '@oakbell/core/assigning';
import { MOST_GROUPS } from '@oakbell/core/people';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { groupedBy } from '../../platform/database/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { ClassGroupEntity, ClassGroupMemberEntity } from './class.entity.ts';
import { ClassesService } from './classes.service.ts';

export interface Group {
  readonly id: string;
  readonly name: string;
  readonly members: readonly string[];
}
interface MemberRow {
  readonly id: string;
  readonly personId: string;
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
    const members = await this.#membersIn([classId]);
    return groups.map(({ id, name }) => ({
      ...{ id, name },
      members: (members.get(id) ?? []).map(({ personId }) => personId),
    }));
  }

  /** Who is in the groups of these classes, by group: those who still learn in the class. */
  async #membersIn(classIds: readonly string[]): Promise<ReadonlyMap<string, readonly MemberRow[]>> {
    const rows = (await this.members.query(
      `SELECT g.id, gm.personId FROM class_group g JOIN class_group_member gm ON gm.groupId = g.id
       JOIN membership m ON m.classId = g.classId AND m.personId = gm.personId AND m.part = 'learner'
       WHERE g.classId IN (?)`,
      [classIds],
    )) as MemberRow[];
    return groupedBy(rows, ({ id }) => id);
  }

  /** Who learns in each of these classes, by name, and its groups: as assignments name them. */
  async membersOf(classIds: readonly string[]): Promise<ReadonlyMap<string, ClassMembers>> {
    if (classIds.length === 0) return new Map();
    const learners = (await this.members.query(
      `SELECT m.classId, p.id, p.name FROM membership m JOIN person p ON p.id = m.personId
       WHERE m.classId IN (?) AND m.part = 'learner' ORDER BY p.name, p.id`,
      [classIds],
    )) as { classId: string; id: string; name: string }[];
    const groups = await this.groups.find({ where: { classId: In([...classIds]) }, order: { name: 'ASC', id: 'ASC' } });
    const members = await this.#membersIn(classIds);
    return new Map(
      classIds.map((classId) => [
        classId,
        {
          learners: learners.filter((one) => one.classId === classId),
          groups: groups
            .filter((one) => one.classId === classId)
            .map(({ id, name }) => ({ id, name, members: (members.get(id) ?? []).map(({ personId }) => personId) })),
        },
      ]),
    );
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

  /**
   * The group goes; its members stay in the class, and keep what the group was given: they are named for it one by one.
   * @throws Problem `not-found`
   */
  async remove(classId: string, id: string): Promise<void> {
    await this.acts.do(async () => {
      if (!(await this.groups.existsBy({ id, classId }))) throw notFound('group');
      await this.groups.query(
        `INSERT IGNORE INTO assignment_learner (assignmentId, personId, has)
         SELECT g.assignmentId, m.personId, 1 FROM assignment_group g JOIN class_group_member m ON m.groupId = g.groupId
         WHERE g.groupId = ?`,
        [id],
      );
      await this.groups.query('DELETE FROM assignment_group WHERE groupId = ?', [id]);
      await this.groups.delete({ id });
    });
  }

  async #fill(classId: string, groupId: string, members: readonly string[]): Promise<void> {
    const learners = new Set(await this.classes.learnerIds(classId));
    if (!members.every((id) => learners.has(id)))
      throw new Problem(422, 'not-in-class', 'Only learners of this class can be in its groups. Nothing was changed.');
    const rows = [...new Set(members)].map((personId) => ({ groupId, personId }));
    if (rows.length > 0) await this.members.insert(rows);
  }
}
