import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { isDay, MOST_UNITS, type Topic, type Unit } from '@oakbell/core/outline';
import { present } from '@oakbell/core/present';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { Acts, isThereAlready } from '../../platform/acts/index.ts';
import { insertRows, updateRows } from '../../platform/database/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { ClassesService } from '../classes/index.ts';
import { ClassDayEntity, ClassUnitEntity } from './outline.entity.ts';

/** A unit as it comes back after it was removed: where it stood, and the days in it. */
export interface UnitFacts {
  readonly name: string;
  /** Among the others, from 0; the last when left out. */
  readonly at?: number | undefined;
  readonly days?: readonly string[] | undefined;
}

/** The units of a class page in their order, and what the class does on its days. */
@Injectable()
export class OutlineService {
  constructor(
    @InjectRepository(ClassUnitEntity) private readonly units: Repository<ClassUnitEntity>,
    @InjectRepository(ClassDayEntity) private readonly days: Repository<ClassDayEntity>,
    private readonly classes: ClassesService,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  async unitsOf(classId: string): Promise<readonly Unit[]> {
    const found = await this.units.find({ where: { classId }, order: { position: 'ASC', id: 'ASC' } });
    return found.map(({ id, name }) => ({ id, name }));
  }

  async topicsOf(classId: string): Promise<readonly Topic[]> {
    const found = await this.days.find({ where: { classId }, order: { day: 'ASC' } });
    return found.map(({ day, unitId, topic }) => ({ day, unitId, topic }));
  }

  /** The names of units, by their ids. */
  async namesOf(ids: readonly string[]): Promise<ReadonlyMap<string, string>> {
    const found = ids.length === 0 ? [] : await this.units.findBy({ id: In([...ids]) });
    return new Map(found.map(({ id, name }) => [id, name]));
  }

  /** The unit of this name, made as the last one where there is none; null for no name. In an act. */
  async named(classId: string, name: string | null): Promise<string | null> {
    const asked = name?.trim() ?? '';
    if (asked === '') return null;
    await this.classes.lock(classId);
    const there = await this.units.findOneBy({ classId, name: asked });
    return there?.id ?? this.#add(classId, { name: asked });
  }

  /** @throws Problem `unit-there-already`, `too-many-units` */
  async add(classId: string, facts: UnitFacts): Promise<string> {
    return this.acts.do(async () => {
      await this.classes.lock(classId);
      const id = await this.#add(classId, facts);
      await this.tell(classId);
      return id;
    });
  }

  async #add(classId: string, { name, at, days = [] }: UnitFacts): Promise<string> {
    const there = await this.unitsOf(classId);
    if (there.length >= MOST_UNITS) throw tooManyUnits();
    const id = randomUUID();
    await this.units.insert({ id, classId, name, position: there.length, copyId: null }).catch(alreadyThere);
    const order = there.map((one) => one.id).toSpliced(at ?? there.length, 0, id);
    if (order.at(-1) !== id) await this.#write(order);
    if (days.length > 0) await this.days.update({ classId, day: In([...days]) }, { unitId: id });
    return id;
  }

  /** @throws Problem `not-found`, `unit-there-already` */
  async rename(classId: string, id: string, name: string): Promise<void> {
    await this.acts.do(async () => {
      await this.ensureIn(classId, id);
      await this.units.update({ id }, { name }).catch(alreadyThere);
      await this.tell(classId);
    });
  }

  /** What stands in it stands outside all units then. @throws Problem `not-found` */
  async remove(classId: string, id: string): Promise<void> {
    await this.acts.do(async () => {
      await this.ensureIn(classId, id);
      await this.units.delete({ id });
      await this.tell(classId);
    });
  }

  /** Puts the units in this order. Those that are not named, which a colleague may just have made, come last. */
  async order(classId: string, ids: readonly string[]): Promise<void> {
    await this.acts.do(async () => {
      await this.classes.lock(classId);
      const there = (await this.unitsOf(classId)).map(({ id }) => id);
      const named = ids.filter((id) => there.includes(id));
      await this.#write([...new Set([...named, ...there])]);
      await this.tell(classId);
    });
  }

  async #write(order: readonly string[]): Promise<void> {
    const rows = order.map((id, position) => [id, position] as const);
    await updateRows(this.units, { table: 'class_unit', columns: ['position'] }, rows);
  }

  /** Says what a class does on a day; nothing any more where it is empty. @throws Problem `not-found`, `no-such-day` */
  async say(classId: string, { day, unitId, topic }: Topic): Promise<void> {
    ensureDay(day);
    await this.acts.do(async () => {
      if (unitId !== null) await this.ensureIn(classId, unitId);
      if (topic === '') await this.days.delete({ classId, day });
      else await this.days.upsert({ classId, day, unitId, topic, copyId: null }, ['classId', 'day']);
      await this.tell(classId);
    });
  }

  /**
   * Brings units and topics of another class, in their order; what is there already stays. In an act.
   * @returns for each unit that is copied, the one that it is here
   * @throws Problem `too-many-units`
   */
  async addAll(
    classId: string,
    copyId: string,
    { units, topics }: { readonly units: readonly Unit[]; readonly topics: readonly Topic[] },
  ): Promise<ReadonlyMap<string, string>> {
    const there = await this.unitsOf(classId);
    const known = new Map(there.map(({ id, name }) => [nameKey(name), id]));
    const fresh = units.filter(({ name }) => !known.has(nameKey(name)));
    if (there.length + fresh.length > MOST_UNITS) throw tooManyUnits();
    const made = fresh.map(({ name }) => ({ id: randomUUID(), name }));
    await insertRows(
      this.units,
      { table: 'class_unit', columns: ['id', 'classId', 'name', 'position', 'copyId'] },
      made.map(({ id, name }, i) => [id, classId, name, there.length + i, copyId]),
    );
    for (const { id, name } of made) known.set(nameKey(name), id);
    const of = new Map(units.map(({ id, name }) => [id, present(known.get(nameKey(name)))]));
    await insertRows(
      this.days,
      { table: 'class_day', columns: ['classId', 'day', 'unitId', 'topic', 'copyId'], ignore: true },
      topics.map(({ day, unitId, topic }) => [
        ...[classId, day, unitId === null ? null : (of.get(unitId) ?? null), topic, copyId],
      ]),
    );
    return of;
  }

  /** Takes back what a copying made, but for units in which something else stands by now. In an act. */
  async removeCopied(copyId: string): Promise<void> {
    await this.days.delete({ copyId });
    await this.units.query(
      `DELETE FROM class_unit WHERE copyId = ? AND NOT EXISTS(SELECT 1 FROM assignment a WHERE a.unitId = class_unit.id)
        AND NOT EXISTS(SELECT 1 FROM class_day d WHERE d.unitId = class_unit.id)`,
      [copyId],
    );
  }

  /** @throws Problem `not-found` for a unit of another class */
  async ensureIn(classId: string, unitId: string): Promise<void> {
    if (!(await this.units.existsBy({ id: unitId, classId }))) throw notFound('unit');
  }

  /** Everybody of a class hears that its page changed. In an act. */
  async tell(classId: string): Promise<void> {
    await this.events.tell(await this.classes.memberIds(classId), { kind: 'class', id: classId });
  }
}

const tooManyUnits = () =>
  new Problem(422, 'too-many-units', `A class page has ${MOST_UNITS} units at most. Nothing was changed.`);
/** Names that differ in small and large letters alone are one: the database holds them for the same. */
const nameKey = (name: string): string => name.trim().toLocaleLowerCase('en');

/** @throws Problem `no-such-day` */
function ensureDay(day: string): void {
  if (isDay(day)) return;
  const text = 'There is no such day in the calendar.';
  throw new Problem(422, 'no-such-day', `${text} Nothing was changed.`, { fields: { day: text } });
}

function alreadyThere(failure: unknown): never {
  if (!isThereAlready(failure)) throw failure as Error;
  throw new Problem(409, 'unit-there-already', 'This class has a unit of that name already. Nothing was changed.');
}
