import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { REMINDED_AGAIN_MS } from '@oakbell/core/assigning';
import { randomUUID } from 'node:crypto';
import { In, MoreThan, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { AssignmentsService, WhomService } from '../assignments/index.ts';
import { PeopleService } from '../people/index.ts';
import { ReminderEntity } from './reminder.entity.ts';

/** What teachers say to those who are behind. */
@Injectable()
export class RemindersService {
  constructor(
    @InjectRepository(ReminderEntity) private readonly reminders: Repository<ReminderEntity>,
    private readonly assignments: AssignmentsService,
    private readonly whom: WhomService,
    private readonly people: PeopleService,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  /** @throws Problem `not-found` for a learner who does not have it; `reminded-lately` */
  async remind(byId: string, assignmentId: string, learnerIds: readonly string[], text: string): Promise<void> {
    await this.acts.do(async () => {
      await this.assignments.lock(assignmentId);
      const have = new Set(await this.whom.learnersOf(assignmentId));
      if (!learnerIds.every((id) => have.has(id))) throw notFound('learner');
      await this.#ensureNotLately(assignmentId, learnerIds);
      const at = new Date();
      await this.reminders.insert(
        [...new Set(learnerIds)].map((learnerId) => ({ id: randomUUID(), assignmentId, learnerId, byId, text, at })),
      );
      await this.events.tell([byId, ...learnerIds], { kind: 'assignment', id: assignmentId });
    });
  }

  /** When each of these learners was reminded last. */
  async lastOf(assignmentId: string, learnerIds: readonly string[]): Promise<ReadonlyMap<string, Date>> {
    if (learnerIds.length === 0) return new Map();
    const rows = (await this.reminders.query(
      'SELECT learnerId, MAX(at) AS at FROM reminder WHERE assignmentId = ? AND learnerId IN (?) GROUP BY learnerId',
      [assignmentId, learnerIds],
    )) as { learnerId: string; at: Date }[];
    return new Map(rows.map(({ learnerId, at }) => [learnerId, at]));
  }

  /** What was said last to one of them. */
  async newestTo(assignmentId: string, learnerId: string): Promise<ReminderEntity | null> {
    return this.reminders.findOne({ where: { assignmentId, learnerId }, order: { at: 'DESC' } });
  }

  /** What somebody was reminded of after a moment, where they have it still. */
  async ofLearner(
    learnerId: string,
    since: Date,
  ): Promise<readonly { readonly id: string; readonly assignmentId: string; readonly at: Date }[]> {
    return (await this.reminders.query(
      `SELECT r.id, r.assignmentId, r.at FROM reminder r
       JOIN assigned d ON d.assignmentId = r.assignmentId AND d.learnerId = r.learnerId
       WHERE r.learnerId = ? AND r.at > ?`,
      [learnerId, since],
    )) as { id: string; assignmentId: string; at: Date }[];
  }

  async #ensureNotLately(assignmentId: string, learnerIds: readonly string[]): Promise<void> {
    const at = MoreThan(new Date(Date.now() - REMINDED_AGAIN_MS));
    const lately = await this.reminders.findBy({ assignmentId, learnerId: In([...learnerIds]), at });
    if (lately.length === 0) return;
    const people = await this.people.byIds([...new Set(lately.map(({ learnerId }) => learnerId))]);
    const names = [...people.values()].map(({ name }) => name).sort((a, b) => a.localeCompare(b));
    throw new Problem(
      422,
      'reminded-lately',
      `${names.join(', ')} had a reminder within the last hour. Nobody was reminded; leave them out, or wait.`,
    );
  }
}
