import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { MediaService } from '../access/index.ts';
import { insertRows, lotsOf, updateRows } from '../../platform/database/index.ts';
import { TermsService } from './terms.service.ts';
import { MembershipEntity, SchoolClassEntity, type TermEntity } from './class.entity.ts';

interface ClassRow {
  readonly id: string;
  readonly key: string | null;
  readonly name: string;
  readonly course: string;
  readonly termId: string | null;
}
interface TermRow {
  readonly id: string;
  readonly key: string;
  readonly name: string;
  readonly from: string;
  readonly to: string;
}
interface MemberRow {
  readonly classId: string;
  readonly personId: string;
  readonly part: 'teacher' | 'learner';
}
const CLASS = { table: 'school_class', columns: ['name', 'course', 'rosterKey', 'termId'] } as const;
const TERM = { table: 'term', columns: ['name', 'rosterKey', 'startsOn', 'endsOn'] } as const;

@Injectable()
export class ClassesService {
  constructor(
    @InjectRepository(SchoolClassEntity) private readonly classes: Repository<SchoolClassEntity>,
    @InjectRepository(MembershipEntity) private readonly memberships: Repository<MembershipEntity>,
    private readonly terms: TermsService,
    private readonly media: MediaService,
    private readonly acts: Acts,
  ) {}

  async add(name: string, course: string): Promise<SchoolClassEntity> {
    const made = this.classes.create({
      ...{ id: randomUUID(), name, course, rosterKey: null, termId: null },
      ...{ joinCode: null, joinUntil: null },
    });
    await this.classes.insert(made);
    return made;
  }

  async join(classId: string, personId: string, part: 'teacher' | 'learner'): Promise<void> {
    await this.memberships.insert({ classId, personId, part });
  }

  /** What is left out stays. @throws Problem `not-found`, also where there is no such term */
  async describe(
    id: string,
    facts: { readonly name: string; readonly course: string; readonly termId?: string | null },
  ): Promise<void> {
    await this.acts.do(async () => {
      await this.get(id);
      if (facts.termId && !(await this.terms.isThere(facts.termId))) throw notFound('term');
      await this.classes.update({ id }, facts);
    });
  }

  /**
   * A class that nothing was given to goes; its people stay. @throws Problem `class-in-use` where something was given
   */
  async remove(id: string): Promise<void> {
    await this.acts.do(async () => {
      const [given] = (await this.classes.query('SELECT id FROM assignment WHERE classId = ? LIMIT 1 FOR UPDATE', [
        id,
      ])) as unknown[];
      if (given)
        throw new Problem(
          409,
          'class-in-use',
          'Work was given to this class, and it stays with it. Nothing was removed.',
        );
      await this.classes.delete({ id });
    });
  }

  /** All classes of the school, by name. */
  async all(): Promise<readonly SchoolClassEntity[]> {
    return this.classes.find({ order: { name: 'ASC', id: 'ASC' } });
  }

  /** People join a class; whoever is in it already stays as they are. */
  async joinAll(classId: string, personIds: readonly string[], part: 'teacher' | 'learner'): Promise<void> {
    if (personIds.length === 0) return;
    const rows = personIds.map((personId) => ({ classId, personId, part }));
    await this.memberships.createQueryBuilder().insert().orIgnore().values(rows).execute();
  }

  /** Classes, terms and members that a roster brings, changes and takes away, many at once. */
  async addAll(classes: readonly ClassRow[]): Promise<void> {
    await insertRows(this.classes, { ...CLASS, columns: ['id', ...CLASS.columns] }, classes.map(classRow));
  }

  async changeAll(classes: readonly ClassRow[]): Promise<void> {
    await updateRows(this.classes, CLASS, classes.map(classRow));
  }

  async addTerms(terms: readonly TermRow[]): Promise<void> {
    await insertRows(this.classes, { ...TERM, columns: ['id', ...TERM.columns] }, terms.map(termRow));
  }

  async changeTerms(terms: readonly TermRow[]): Promise<void> {
    await updateRows(this.classes, TERM, terms.map(termRow));
  }

  /** The names of the terms of these classes, by the terms' ids. */
  async termNames(classes: readonly SchoolClassEntity[]): Promise<ReadonlyMap<string, string>> {
    const ids = [...new Set(classes.flatMap(({ termId }) => termId ?? []))];
    if (ids.length === 0) return new Map();
    const rows = (await this.classes.query('SELECT id, name FROM term WHERE id IN (?)', [ids])) as {
      id: string;
      name: string;
    }[];
    return new Map(rows.map(({ id, name }) => [id, name]));
  }

  /** The term that a class is in; null for none. */
  async termOf({ termId }: Pick<SchoolClassEntity, 'termId'>): Promise<TermEntity | null> {
    return termId === null ? null : this.terms.one(termId);
  }

  async removeTerms(ids: readonly string[]): Promise<void> {
    for (const lot of lotsOf(ids)) await this.classes.query('DELETE FROM term WHERE id IN (?)', [lot]);
  }

  /** Classes that were made by mistake: those that something was given to stay. */
  async removeUnused(ids: readonly string[]): Promise<void> {
    for (const lot of lotsOf(ids))
      await this.classes.query(
        'DELETE FROM school_class WHERE id IN (?) AND NOT EXISTS(SELECT 1 FROM assignment a WHERE a.classId = school_class.id)',
        [lot],
      );
  }

  /** People join classes; whoever is in one already stays as they are. */
  async joinMany(members: readonly MemberRow[]): Promise<void> {
    const rows = members.map(({ classId, personId, part }) => [classId, personId, part]);
    await insertRows(
      this.classes,
      { table: 'membership', columns: ['classId', 'personId', 'part'], ignore: true },
      rows,
    );
  }

  /** People leave classes, and what they see of them ends with it. */
  async leaveAll(members: readonly MemberRow[]): Promise<void> {
    for (const lot of lotsOf(members)) {
      await this.classes.query('DELETE FROM membership WHERE (classId, personId) IN (?)', [
        lot.map(({ classId, personId }) => [classId, personId]),
      ]);
      await this.media.cut(...new Set(lot.map(({ personId }) => `person:${personId}`)));
    }
  }

  /** People leave every class they are in. */
  async leaveEverything(personIds: readonly string[]): Promise<void> {
    for (const lot of lotsOf(personIds)) {
      await this.memberships.delete({ personId: In([...lot]) });
      await this.media.cut(...lot.map((id) => `person:${id}`));
    }
  }

  /** The part that somebody has in a class; null for none. */
  async partOf(classId: string, personId: string): Promise<'teacher' | 'learner' | null> {
    return (await this.memberships.findOneBy({ classId, personId }))?.part ?? null;
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

  /** How many learn in each of these classes. */
  async learnerCounts(classIds: readonly string[]): Promise<ReadonlyMap<string, number>> {
    if (classIds.length === 0) return new Map();
    const rows = (await this.memberships.query(
      "SELECT classId, COUNT(*) AS learners FROM membership WHERE classId IN (?) AND part = 'learner' GROUP BY classId",
      [classIds],
    )) as { classId: string; learners: string }[];
    return new Map(rows.map(({ classId, learners }) => [classId, Number(learners)]));
  }

  async memberIds(classId: string): Promise<readonly string[]> {
    return (await this.memberships.findBy({ classId })).map((one) => one.personId);
  }

  async teacherIds(classId: string): Promise<readonly string[]> {
    return (await this.memberships.findBy({ classId, part: 'teacher' })).map((one) => one.personId);
  }

  async has(classId: string, personId: string, part: 'teacher' | 'learner'): Promise<boolean> {
    return this.memberships.existsBy({ classId, personId, part });
  }

  /** Keeps others from changing what hangs on this class until the act ends. */
  async lock(id: string): Promise<void> {
    await this.classes.findOne({ where: { id }, lock: { mode: 'pessimistic_write' } });
  }

  /** @throws Problem `not-found` */
  async get(id: string): Promise<SchoolClassEntity> {
    const found = await this.classes.findOneBy({ id });
    if (!found) throw notFound('class');
    return found;
  }

  /** Somebody no longer belongs to a class. What they see of it ends with it, addresses that were given out too. */
  async leave(classId: string, personId: string): Promise<void> {
    await this.acts.do(async () => {
      await this.memberships.delete({ classId, personId });
      await this.media.cut(`person:${personId}`);
    });
  }

  async byIds(ids: readonly string[]): Promise<ReadonlyMap<string, SchoolClassEntity>> {
    const found = ids.length === 0 ? [] : await this.classes.findBy({ id: In([...ids]) });
    return new Map(found.map((one) => [one.id, one]));
  }
}

const classRow = ({ id, name, course, key, termId }: ClassRow) => [id, name, course, key, termId];
const termRow = ({ id, name, key, from, to }: TermRow) => [id, name, key, from, to];
