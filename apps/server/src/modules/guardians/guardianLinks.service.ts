import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { MOST_GUARDIAN_LINKS } from '@oakbell/core/people';
import { createHmac, randomUUID, timingSafeEqual } from 'node:crypto';
import { IsNull, MoreThan, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { MediaService } from '../access/index.ts';
import { AssignmentsService, WhomService } from '../assignments/index.ts';
import { SubmissionsService } from '../submissions/index.ts';
import { GuardianLinkEntity } from './guardianLink.entity.ts';

const DAY_MS = 86_400_000;

/** What a link is for: one of the lessons of an assignment, or what came back when that is null. */
export interface LinkFor {
  readonly learnerId: string;
  readonly lessonId: string | null;
  readonly days: number;
}

/** Links for guardians: made, told, withdrawn. The address is signed for a row; without the row it opens nothing. */
@Injectable()
export class GuardianLinksService {
  constructor(
    @InjectRepository(GuardianLinkEntity) private readonly links: Repository<GuardianLinkEntity>,
    @Inject(CONFIG) private readonly config: Config,
    private readonly assignments: AssignmentsService,
    private readonly whom: WhomService,
    private readonly submissions: SubmissionsService,
    private readonly media: MediaService,
    private readonly acts: Acts,
  ) {}

  /** The path of a link, as it is opened in a browser. */
  pathOf(id: string): string {
    return `/guardian/${id}/${this.#sign(id)}`;
  }

  /**
   * @throws Problem `not-found` for a learner or a lesson that has no part in it; `not-handed-back`;
   * `too-many-links`
   */
  async make(
    person: Person,
    assignmentId: string,
    { learnerId, lessonId, days }: LinkFor,
  ): Promise<GuardianLinkEntity> {
    return this.acts.do(async () => {
      await this.assignments.lock(assignmentId);
      await this.#ensureTheirs(assignmentId, { learnerId, lessonId });
      const now = new Date();
      const open = { assignmentId, learnerId, withdrawnAt: IsNull(), until: MoreThan(now) };
      if ((await this.links.countBy(open)) >= MOST_GUARDIAN_LINKS)
        throw new Problem(
          422,
          'too-many-links',
          `${MOST_GUARDIAN_LINKS} links are open for this already. Withdraw one of them first.`,
        );
      const link = {
        ...{ id: randomUUID(), assignmentId, learnerId, lessonId, byId: person.id, createdAt: now },
        ...{ until: new Date(now.getTime() + days * DAY_MS), withdrawnAt: null },
        ...{ firstOpenedAt: null, lastOpenedAt: null, timesOpened: 0 },
      };
      await this.links.insert(link);
      return link;
    });
  }

  async #ensureTheirs(assignmentId: string, { learnerId, lessonId }: Omit<LinkFor, 'days'>): Promise<void> {
    if (lessonId !== null) {
      const { lessonIds } = await this.assignments.get(assignmentId);
      if (!lessonIds.includes(lessonId)) throw notFound('lesson');
      if (!(await this.whom.learnersOf(assignmentId)).includes(learnerId)) throw notFound('learner');
      return;
    }
    const submission = await this.submissions.ofLearner(assignmentId, learnerId);
    if (!submission) throw notFound('hand-in');
    if (submission.state !== 'handed-back')
      throw new Problem(409, 'not-handed-back', 'Hand it back first: a guardian sees what the learner has.');
  }

  /** Those for an assignment, the latest first. */
  async ofAssignment(assignmentId: string): Promise<readonly GuardianLinkEntity[]> {
    return this.links.find({ where: { assignmentId }, order: { createdAt: 'DESC', id: 'ASC' } });
  }

  /** From now on it opens nothing, wherever it is open. @throws Problem `not-found` for one of another assignment */
  async withdraw(assignmentId: string, id: string): Promise<void> {
    await this.acts.do(async () => {
      const { affected } = await this.links.update({ id, assignmentId }, { withdrawnAt: new Date() });
      if (affected === 0) throw notFound('link');
      await this.media.cut(scopeOf(id));
    });
  }

  /**
   * The link that an address opens.
   * @throws Problem `not-found` where the address is not one of ours; `link-over` once it has ended
   */
  async at(id: string, signature: string): Promise<GuardianLinkEntity> {
    const [right, given] = [Buffer.from(this.#sign(id)), Buffer.from(signature)];
    if (right.length !== given.length || !timingSafeEqual(right, given)) throw notFound('page');
    const link = await this.links.findOneBy({ id });
    if (!link || link.withdrawnAt !== null || link.until <= new Date()) throw linkOver();
    return link;
  }

  /** Writes down that it was opened, and showed something. */
  async tellOpened(id: string): Promise<void> {
    await this.links.query(
      `UPDATE guardian_link SET firstOpenedAt = COALESCE(firstOpenedAt, UTC_TIMESTAMP(3)),
        lastOpenedAt = UTC_TIMESTAMP(3), timesOpened = timesOpened + 1 WHERE id = ?`,
      [id],
    );
  }

  #sign(id: string): string {
    return createHmac('sha256', this.config.secret).update(`guardian ${id}`).digest('base64url').slice(0, 32);
  }
}

/** What addresses that were given out by a link belong to. */
export const scopeOf = (id: string): string => `guardian:${id}`;

export const linkOver = () =>
  new Problem(410, 'link-over', 'This link has ended. Ask the school if you would like another one.');
