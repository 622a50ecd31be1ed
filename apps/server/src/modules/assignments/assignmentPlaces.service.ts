import { Injectable } from '@nestjs/common';
import { present } from '@oakbell/core/present';
import { InjectRepository } from '@nestjs/typeorm';
import { orderWith, type Target } from '@oakbell/core/outline';
import { randomUUID } from 'node:crypto';
import { IsNull, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { insertRows, updateRows } from '../../platform/database/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { MediaService } from '../access/index.ts';
import { AttachmentsService } from '../attachments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { OutlineService } from '../outline/index.ts';
import { AssignmentEntity, AssignmentLessonEntity, type Terms } from './assignment.entity.ts';

/** What is copied to another class. */
export type Copied = Terms &
  Pick<AssignmentEntity, 'id' | 'dueAt' | 'answerPage' | 'worksheetId' | 'rubricId' | 'unitId' | 'day'> & {
    readonly lessonIds: readonly string[];
  };
const COPIED = [
  ...(['id', 'classId', 'byId', 'toAll', 'dueAt', 'answerPage', 'createdAt', 'unitId', 'day', 'place'] as const),
  ...([
    'copyId',
    'instructions',
    'points',
    'handIn',
    'answerLimitMs',
    'makers',
    'watchedPercent',
    'workOpens',
    'answersSeen',
    'asking',
    'offline',
  ] as const),
  'worksheetId' as const,
  'rubricId' as const,
];

/** Where on the page of its class things stand that were given: one by one, and a whole course at once. */
@Injectable()
export class AssignmentPlaces {
  constructor(
    @InjectRepository(AssignmentEntity) private readonly assignments: Repository<AssignmentEntity>,
    @InjectRepository(AssignmentLessonEntity) private readonly lessons: Repository<AssignmentLessonEntity>,
    private readonly classes: ClassesService,
    private readonly outline: OutlineService,
    private readonly media: MediaService,
    private readonly attachments: AttachmentsService,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  /** The place after all others of its class. */
  async last(classId: string): Promise<number> {
    return 1 + ((await this.assignments.maximum('place', { classId })) ?? -1);
  }

  /**
   * Puts it elsewhere on the page of its class: before another one of that unit and day, or as the last there.
   * @throws Problem `not-found`, also for a unit of another class
   */
  async move(id: string, { unitId, day, before }: Target): Promise<void> {
    await this.acts.do(async () => {
      const found = await this.assignments.findOneBy({ id });
      if (!found) throw notFound('assignment');
      const { classId } = found;
      await this.classes.lock(classId);
      if (unitId !== null) await this.outline.ensureIn(classId, unitId);
      const at = { classId, unitId: unitId ?? IsNull(), day: day ?? IsNull() };
      const there = await this.assignments.find({ where: at, order: { place: 'ASC', createdAt: 'ASC' } });
      await this.assignments.update({ id }, { unitId, day });
      const order = orderWith(
        there.map((one) => one.id),
        id,
        before,
      );
      await updateRows(
        this.assignments,
        { table: 'assignment', columns: ['place'] },
        order.map((one, place) => [one, place]),
      );
      await this.outline.tell(classId);
    });
  }

  /**
   * Gives many things to all of one class at once, in their order: what another class was given. All of it was looked at
   * before. In an act.
   */
  async addAll(
    person: Person,
    { classId, copyId }: Pick<AssignmentEntity, 'classId' | 'copyId'>,
    all: readonly Copied[],
  ) {
    const first = await this.last(classId);
    const made = all.map((one, i) => ({
      ...one,
      ...{ id: randomUUID(), classId, copyId, byId: person.id, toAll: true, place: first + i, createdAt: new Date() },
    }));
    await insertRows(
      this.assignments,
      { table: 'assignment', columns: COPIED },
      made.map((one) => COPIED.map((column) => one[column])),
    );
    await insertRows(
      this.lessons,
      { table: 'assignment_lesson', columns: ['assignmentId', 'lessonId', 'place'] },
      made.flatMap(({ id, lessonIds }) => lessonIds.map((lessonId, place) => [id, lessonId, place])),
    );
    await this.attachments.copy(made.map(({ id }, i) => [present(all[i]).id, id]));
    await this.events.tell(await this.classes.memberIds(classId), { kind: 'assignment', id: classId });
  }

  /** Takes back what a copying gave. In an act. @throws Problem `work-is-there`; all of it stays then */
  async removeCopied(classId: string, copyId: string): Promise<void> {
    await this.assignments.delete({ classId, copyId }).catch(workIsThere);
    await this.events.tell(await this.classes.memberIds(classId), { kind: 'assignment', id: classId });
    await this.media.cut(...(await this.classes.learnerIds(classId)).map((id) => `person:${id}`));
  }
}

/** Says why what was given stays. */
export function workIsThere(failure: unknown): never {
  if (!isStillNamed(failure)) throw failure as Error;
  throw new Problem(
    409,
    'work-is-there',
    'Learners have written, recorded or handed in something for this already, so it stays. Change its date or its words instead.',
  );
}

/** Whether a row could not go since another one names it. */
const isStillNamed = (failure: unknown): boolean =>
  (failure as { code?: unknown } | null)?.code === 'ER_ROW_IS_REFERENCED_2';
