import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { joinCodeOf, readJoinCode } from '@oakbell/core/people';
import type { Redis } from 'ioredis';
import { randomBytes } from 'node:crypto';
import { Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { Events } from '../../platform/events/index.ts';
import { Guesses, Problem } from '../../platform/http/index.ts';
import { REDIS } from '../../platform/redis/index.ts';
import { MediaService } from '../access/index.ts';
import { AssignmentsService, type Assignment } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { TakesService } from '../takes/index.ts';
import { AnswerPairEntity } from './answerPair.entity.ts';
import { SubmissionEntity, type Submission } from './submission.entity.ts';

/** Who makes a small lesson: whose it is, and who came to it. */
export interface Pair {
  readonly lessonId: string;
  readonly ownerId: string;
  readonly partnerId: string | null;
  readonly code: string | null;
}

const handedIn = (whose: string): Problem =>
  new Problem(409, 'handed-in-alone', `${whose} handed in already, so it cannot be made by two any more.`);

/**
 * Two learners make one small lesson: one says the code that stands on their screen, the other types it. No list of a
 * class is shown to anybody for it, and nobody is put with somebody who did not want it.
 */
@Injectable()
export class Pairs {
  readonly #guesses: Guesses;

  constructor(
    @InjectRepository(AnswerPairEntity) private readonly pairs: Repository<AnswerPairEntity>,
    @InjectRepository(SubmissionEntity) private readonly submissions: Repository<Submission>,
    private readonly assignments: AssignmentsService,
    private readonly classes: ClassesService,
    private readonly takes: TakesService,
    private readonly media: MediaService,
    private readonly acts: Acts,
    private readonly events: Events,
    @Inject(REDIS) redis: Redis,
    @Inject(CONFIG) { queue }: Config,
  ) {
    this.#guesses = new Guesses(redis, `${queue}:pair`);
  }

  /** The lesson that somebody makes for an assignment with somebody else, or has opened for that. */
  async of(assignmentId: string, personId: string): Promise<Pair | null> {
    const rows = (await this.pairs.query(
      `SELECT p.lessonId, p.partnerId, p.code, l.ownerId FROM answer_pair p JOIN lesson l ON l.id = p.lessonId
       WHERE p.assignmentId = ? AND (l.ownerId = ? OR p.partnerId = ?) ORDER BY p.partnerId = ? DESC`,
      [assignmentId, personId, personId, personId],
    )) as Pair[];
    return rows[0] ?? null;
  }

  /** Opens one's own lesson to a classmate; a new code each time. @throws Problem `made-alone`, `pair-is-full`, `handed-in-alone` */
  async open(personId: string, assignment: Assignment, lessonId: string): Promise<string> {
    const code = joinCodeOf(randomBytes(32));
    await this.acts.do(async () => {
      await this.#ensureForTwo(assignment);
      const there = await this.of(assignment.id, personId);
      if (there?.partnerId) throw new Problem(409, 'pair-is-full', 'Two make this already.');
      if (await this.#handedIn(assignment.id, personId)) throw handedIn('You have');
      await this.pairs.upsert({ lessonId, assignmentId: assignment.id, partnerId: null, code }, ['lessonId']);
    });
    return code;
  }

  /**
   * Comes to a classmate's lesson by its code. What one made alone stays, and is there again when one leaves.
   * @throws Problem `too-many-codes`, `no-such-code`, `made-alone`, `pair-is-full`, `handed-in-alone`
   */
  async join(personId: string, assignment: Assignment, typed: string): Promise<void> {
    await this.#guesses.count(personId);
    await this.acts.do(async () => {
      await this.#ensureForTwo(assignment);
      const code = readJoinCode(typed);
      const found = code ? await this.pairs.findOneBy({ assignmentId: assignment.id, code }) : null;
      const owner = found && (await this.#ownerOf(found.lessonId));
      if (!found || !owner || owner === personId)
        throw new Problem(404, 'no-such-code', 'Nobody who makes this has such a code. Read it once more.');
      const own = await this.of(assignment.id, personId);
      if (own?.partnerId) throw new Problem(409, 'pair-is-full', 'You make this with somebody already.');
      if (await this.#handedIn(assignment.id, personId)) throw handedIn('You have');
      if (await this.#handedIn(assignment.id, owner)) throw handedIn('They have');
      // Nobody comes to what its maker has left for now.
      if (own) await this.pairs.delete({ lessonId: own.lessonId });
      await this.pairs.update({ lessonId: found.lessonId }, { partnerId: personId, code: null });
      await this.#tell(assignment, [personId, owner]);
    });
    await this.#guesses.right(personId);
  }

  /** Ends it: the lesson stays with whose it is. @throws Problem `handed-in-together`, `recording-now` */
  async end(personId: string, assignment: Assignment): Promise<void> {
    await this.acts.do(async () => {
      await this.assignments.lock(assignment.id);
      const there = await this.of(assignment.id, personId);
      if (!there) return;
      if (there.partnerId && (await this.#handedIn(assignment.id, there.ownerId)))
        throw new Problem(409, 'handed-in-together', 'It was handed in by both of you, so it stays with both.');
      // What is being said could be sent no more.
      if (there.partnerId && (await this.takes.isRecorded(there.lessonId)))
        throw new Problem(409, 'recording-now', 'One of you is recording. Go on alone once that is stopped and kept.');
      await this.pairs.delete({ lessonId: there.lessonId });
      if (there.partnerId) await this.media.cut(`person:${there.partnerId}`);
      await this.#tell(assignment, [there.ownerId, ...(there.partnerId ? [there.partnerId] : [])]);
    });
  }

  async #ensureForTwo({ id, makers }: Assignment): Promise<void> {
    await this.assignments.lock(id);
    if (makers === null || makers < 2) throw new Problem(409, 'made-alone', 'Everybody makes their own here.');
  }

  async #ownerOf(lessonId: string): Promise<string | null> {
    const rows = (await this.pairs.query('SELECT ownerId FROM lesson WHERE id = ?', [lessonId])) as {
      ownerId: string;
    }[];
    return rows[0]?.ownerId ?? null;
  }

  async #handedIn(assignmentId: string, personId: string): Promise<boolean> {
    return this.submissions.existsBy([
      { assignmentId, learnerId: personId },
      { assignmentId, partnerId: personId },
    ]);
  }

  async #tell({ id, classId }: Assignment, learners: readonly string[]): Promise<void> {
    const people = [...new Set([...learners, ...(await this.classes.teacherIds(classId))])];
    await this.events.tell(people, { kind: 'answers', id, of: id });
  }
}
