import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { plainWhom, whomWords, type Whom } from '@oakbell/core/assigning';
import { In, Repository } from 'typeorm';
import { groupedBy } from '../../platform/database/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { ClassesService, GroupsService } from '../classes/index.ts';
import { AssignmentEntity, AssignmentGroupEntity, AssignmentLearnerEntity } from './assignment.entity.ts';

/** Learners of one class who have something. */
interface Having {
  readonly assignmentId: string;
  readonly learnerId: string;
}

/** Who in a class has an assignment: as it was said, and who that is now. */
@Injectable()
export class WhomService {
  constructor(
    @InjectRepository(AssignmentEntity) private readonly assignments: Repository<AssignmentEntity>,
    @InjectRepository(AssignmentGroupEntity) private readonly groups: Repository<AssignmentGroupEntity>,
    @InjectRepository(AssignmentLearnerEntity) private readonly named: Repository<AssignmentLearnerEntity>,
    private readonly classes: ClassesService,
    private readonly classGroups: GroupsService,
  ) {}

  /** As it was said of each of these. */
  async saidOf(all: readonly AssignmentEntity[]): Promise<ReadonlyMap<string, Whom>> {
    const of = { assignmentId: In(all.map(({ id }) => id)) };
    const groups = groupedBy(all.length > 0 ? await this.groups.findBy(of) : [], (one) => one.assignmentId);
    const named = groupedBy(all.length > 0 ? await this.named.findBy(of) : [], (one) => one.assignmentId);
    return new Map(
      all.map(({ id, toAll }) => {
        const people = named.get(id) ?? [];
        const which = (has: boolean) => people.filter((one) => one.has === has).map((one) => one.personId);
        const whom = { all: toAll, groups: (groups.get(id) ?? []).map(({ groupId }) => groupId) };
        return [id, { ...whom, learners: which(true), but: which(false) }];
      }),
    );
  }

  /** Those of what a class was given that not all of it have. */
  async partlyIn(classId: string): Promise<ReadonlySet<string>> {
    const rows = (await this.assignments.query(
      `SELECT a.id FROM assignment a WHERE a.classId = ?
       AND (NOT a.toAll OR EXISTS(SELECT 1 FROM assignment_learner n WHERE n.assignmentId = a.id AND NOT n.has))`,
      [classId],
    )) as { id: string }[];
    return new Set(rows.map(({ id }) => id));
  }

  /** The same in words, after the name of the class: nothing where all of it have it. */
  async wordsOf(
    all: readonly AssignmentEntity[],
    said: ReadonlyMap<string, Whom>,
  ): Promise<ReadonlyMap<string, string>> {
    const partly = all.filter((one) => isPartly(one, said));
    const members = await this.classGroups.membersOf([...new Set(partly.map(({ classId }) => classId))]);
    return new Map(
      partly.flatMap(({ id, classId }) => {
        const [whom, of] = [said.get(id), members.get(classId)];
        return whom && of ? [[id, whomWords(whom, of)] as const] : [];
      }),
    );
  }

  /**
   * Writes down who has an assignment, in the act that makes or changes it.
   * @throws Problem `nobody-chosen`; `not-in-class` for groups and learners of another one
   */
  async write({ id, classId }: Pick<AssignmentEntity, 'id' | 'classId'>, whom: Whom): Promise<void> {
    const { groups, learners, but } = plainWhom(whom);
    if (!whom.all && groups.length + learners.length === 0)
      throw new Problem(422, 'nobody-chosen', 'Choose who is to have it. Nothing was changed.');
    const known = (await this.classGroups.membersOf([classId])).get(classId) ?? { learners: [], groups: [] };
    const isIn = (ids: readonly string[], of: readonly { readonly id: string }[]) =>
      ids.every((one) => of.some((other) => other.id === one));
    if (!isIn(groups, known.groups) || !isIn([...learners, ...but], known.learners))
      throw new Problem(
        422,
        'not-in-class',
        'Only learners and groups of this class can be named. Nothing was changed.',
      );
    await this.groups.delete({ assignmentId: id });
    await this.named.delete({ assignmentId: id });
    if (groups.length > 0) await this.groups.insert(groups.map((groupId) => ({ assignmentId: id, groupId })));
    const people = [
      ...learners.map((personId) => ({ assignmentId: id, personId, has: true })),
      ...but.map((personId) => ({ assignmentId: id, personId, has: false })),
    ];
    if (people.length > 0) await this.named.insert(people);
  }

  /** Who has these now, and everybody who teaches their classes. */
  async concernedBy(id: string, classId: string): Promise<readonly string[]> {
    return [...(await this.learnersOf(id)), ...(await this.classes.teacherIds(classId))];
  }

  /** The learners who have it now. */
  async learnersOf(id: string): Promise<readonly string[]> {
    return (await this.learnersOfAll([id])).map(({ learnerId }) => learnerId);
  }

  async learnersOfAll(ids: readonly string[]): Promise<readonly Having[]> {
    if (ids.length === 0) return [];
    return (await this.assignments.query('SELECT assignmentId, learnerId FROM assigned WHERE assignmentId IN (?)', [
      ids,
    ])) as Having[];
  }

  /** How many have each of these: those of the class where all of it has it, which asks for no learner by name. */
  async countsOf(
    all: readonly AssignmentEntity[],
    said: ReadonlyMap<string, Whom>,
  ): Promise<ReadonlyMap<string, number>> {
    const partly = all.filter((one) => isPartly(one, said));
    const having = groupedBy(await this.learnersOfAll(partly.map(({ id }) => id)), (one) => one.assignmentId);
    const whole = all.filter((one) => !isPartly(one, said));
    const inClass = await this.classes.learnerCounts([...new Set(whole.map(({ classId }) => classId))]);
    return new Map([
      ...partly.map(({ id }) => [id, having.get(id)?.length ?? 0] as const),
      ...whole.map(({ id, classId }) => [id, inClass.get(classId) ?? 0] as const),
    ]);
  }
}

/** Whether not all of the class have it. */
const isPartly = ({ id, toAll }: AssignmentEntity, said: ReadonlyMap<string, Whom>): boolean =>
  !toAll || (said.get(id)?.but.length ?? 0) > 0;
