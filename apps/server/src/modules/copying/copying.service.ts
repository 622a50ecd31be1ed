import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import {
  dayMover,
  MOST_COPIED,
  plannedCopies,
  type Day,
  type PlannedCopy,
  type Topic,
  type Unit,
} from '@oakbell/core/outline';
import { present } from '@oakbell/core/present';
import { randomUUID } from 'node:crypto';
import { Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AccessService } from '../access/index.ts';
import { AssignmentPlaces, AssignmentsService, WhomService, type Assignment } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { EditionsService } from '../editions/index.ts';
import { CourseCopyEntity, OutlineService } from '../outline/index.ts';
import { dayIn, sameTimeOn, SchoolService } from '../school/index.ts';

/** From the first day of what is copied to its first day in the other class; what is left out is where the terms begin. */
export interface Days {
  readonly since?: Day | undefined;
  readonly onto?: Day | undefined;
}
/** What copying one class to another one would make. */
export interface Plan {
  readonly since: Day;
  readonly onto: Day;
  readonly zone: string;
  readonly units: readonly Unit[];
  /** On the days they would be on. */
  readonly topics: readonly Topic[];
  /** Of the class that is copied, in the order of its page, each with what would become of it. */
  readonly items: readonly { readonly given: Assignment; readonly copy: PlannedCopy }[];
}

/** What one class was given is given to another one, with its days moved to another term. */
@Injectable()
export class CopyingService {
  constructor(
    @InjectRepository(CourseCopyEntity) private readonly copies: Repository<CourseCopyEntity>,
    private readonly classes: ClassesService,
    private readonly outline: OutlineService,
    private readonly assignments: AssignmentsService,
    private readonly places: AssignmentPlaces,
    private readonly whom: WhomService,
    private readonly editions: EditionsService,
    private readonly access: AccessService,
    private readonly school: SchoolService,
    private readonly acts: Acts,
  ) {}

  /** @throws Problem `same-class`, `too-much-to-copy` */
  async plan(person: Person, classId: string, fromId: string, days: Days): Promise<Plan> {
    if (classId === fromId) throw new Problem(422, 'same-class', 'Choose another class to copy from.');
    const given = await this.assignments.ofClass(fromId);
    if (given.length > MOST_COPIED)
      throw new Problem(422, 'too-much-to-copy', `${MOST_COPIED} things can be copied at once. Nothing was changed.`);
    const topics = await this.outline.topicsOf(fromId);
    const [into, from] = [await this.classes.get(classId), await this.classes.get(fromId)];
    const [term, fromTerm] = [await this.classes.termOf(into), await this.classes.termOf(from)];
    const zone = await this.school.timeZone();
    const today = dayIn(new Date(), zone);
    const dueDays = given.map(({ dueAt }) => dayIn(dueAt, zone));
    const all = [...given.flatMap(({ day }) => day ?? []), ...dueDays, ...topics.map(({ day }) => day)].sort();
    const since = days.since ?? fromTerm?.startsOn ?? all[0] ?? today;
    const onto = days.onto ?? term?.startsOn ?? today;
    const daysOff = (await this.school.facts())?.holidays ?? [];
    const move = { from: since, onto, daysOff };
    const usable = await this.#usable(person, given);
    const partly = await this.whom.partlyIn(fromId);
    const copies = plannedCopies(
      given.map((one, i) => ({
        ...{ id: one.id, day: one.day, dueDay: present(dueDays[i]) },
        forAll: !partly.has(one.id),
        usable: one.lessonIds.every((id) => usable.has(id)),
      })),
      { move, last: term?.endsOn ?? null, today },
    );
    const movedTo = dayMover(move);
    const moved = topics.map((topic) => ({ ...topic, day: movedTo(topic.day) }));
    return {
      ...{ since, onto, zone },
      units: await this.outline.unitsOf(fromId),
      topics: moved.flatMap(({ day, ...topic }) => (day === null ? [] : [{ ...topic, day }])),
      items: given.map((one, i) => ({ given: one, copy: present(copies[i]) })),
    };
  }

  /** Those of the lessons that somebody may give and that were published. */
  async #usable(person: Person, given: readonly Assignment[]): Promise<ReadonlySet<string>> {
    const ids = [...new Set(given.flatMap(({ lessonIds }) => lessonIds))];
    const published = await this.editions.publishedOf(ids);
    const may = await Promise.all(ids.map((id) => this.access.decide(person, 'give', 'lesson', id)));
    return new Set(ids.filter((id, i) => published.has(id) && may[i]?.ok));
  }

  /**
   * Does what was planned with those that are named, all or nothing.
   * @returns the name of the copying, by which it is taken back
   * @throws Problem `cannot-copy` where one of them cannot be given so any more, or is not there; otherwise as for `plan`
   */
  async copy(
    person: Person,
    { classId, fromId }: { readonly classId: string; readonly fromId: string },
    { ids, ...days }: Days & { readonly ids: readonly string[] },
  ): Promise<string> {
    const plan = await this.plan(person, classId, fromId, days);
    const chosen = plan.items.filter(({ given, copy }) => ids.includes(given.id) && copy.can);
    if (chosen.length < new Set(ids).size)
      throw new Problem(
        409,
        'cannot-copy',
        'Something changed meanwhile. Look at the plan once more. Nothing was copied.',
      );
    const { name: fromName } = await this.classes.get(fromId);
    return this.acts.do(async () => {
      await this.classes.lock(classId);
      const id = randomUUID();
      await this.copies.insert({ id, classId, fromName, byId: person.id, at: new Date() });
      const units = await this.outline.addAll(classId, id, plan);
      const copied = chosen.map(({ given, copy }) => ({
        ...given,
        ...{ day: copy.day, unitId: given.unitId === null ? null : (units.get(given.unitId) ?? null) },
        dueAt: sameTimeOn(given.dueAt, present(copy.dueDay), plan.zone),
      }));
      await this.places.addAll(person, { classId, copyId: id }, copied);
      await this.outline.tell(classId);
      return id;
    });
  }

  /** What was copied to a class, the latest first. */
  async of(classId: string): Promise<readonly CourseCopyEntity[]> {
    return this.copies.find({ where: { classId }, order: { at: 'DESC' } });
  }

  /** Takes a copying back, as though it had never been. @throws Problem `not-found`, `work-is-there` */
  async takeBack(classId: string, id: string): Promise<void> {
    await this.acts.do(async () => {
      await this.classes.lock(classId);
      if (!(await this.copies.existsBy({ id, classId }))) throw notFound('copying');
      await this.places.removeCopied(classId, id);
      await this.outline.removeCopied(id);
      await this.copies.delete({ id });
      await this.outline.tell(classId);
    });
  }
}
