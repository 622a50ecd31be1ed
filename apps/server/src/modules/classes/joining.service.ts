import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { JOIN_CODE_DAYS, joinCodeOf, readJoinCode } from '@oakbell/core/people';
import type { Redis } from 'ioredis';
import { randomBytes } from 'node:crypto';
import { Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { Events } from '../../platform/events/index.ts';
import { Guesses, notFound, Problem } from '../../platform/http/index.ts';
import { REDIS } from '../../platform/redis/index.ts';
import { ClassAskingEntity, SchoolClassEntity } from './class.entity.ts';
import { ClassesService } from './classes.service.ts';

export interface JoinCode {
  readonly code: string;
  readonly until: Date;
}
export interface Asking {
  readonly id: string;
  readonly name: string;
  readonly at: Date;
}
export interface AskedFor {
  readonly classId: string;
  readonly className: string;
  readonly at: Date;
}

const DAY_MS = 86_400_000;

/** Learners ask to join a class by its code, and come in by the yes of whoever runs it. */
@Injectable()
export class JoiningService {
  readonly #guesses: Guesses;

  constructor(
    @InjectRepository(ClassAskingEntity) private readonly askings: Repository<ClassAskingEntity>,
    @InjectRepository(SchoolClassEntity) private readonly rows: Repository<SchoolClassEntity>,
    private readonly classes: ClassesService,
    private readonly events: Events,
    private readonly acts: Acts,
    @Inject(REDIS) redis: Redis,
    @Inject(CONFIG) { queue }: Config,
  ) {
    this.#guesses = new Guesses(redis, `${queue}:join`);
  }

  /** A new code for a class; the one before opens nothing any more. */
  async open(classId: string): Promise<JoinCode> {
    const code = joinCodeOf(randomBytes(32));
    const until = new Date(Date.now() + JOIN_CODE_DAYS * DAY_MS);
    await this.acts.do(async () => {
      await this.rows.update({ id: classId }, { joinCode: code, joinUntil: until });
      await this.#tell(classId);
    });
    return { code, until };
  }

  /** Nobody can ask any more; whoever has asked still waits for an answer. */
  async close(classId: string): Promise<void> {
    await this.acts.do(async () => {
      await this.rows.update({ id: classId }, { joinCode: null, joinUntil: null });
      await this.#tell(classId);
    });
  }

  /**
   * A learner asks to join the class of a code. Who is in it already, or has asked, hears the same.
   * @throws Problem `no-such-code`, `too-many-codes`
   */
  async ask(personId: string, typed: string): Promise<void> {
    await this.#guesses.count(personId);
    await this.acts.do(async () => {
      const joinCode = readJoinCode(typed);
      const found = joinCode ? await this.rows.findOneBy({ joinCode }) : null;
      if (!found?.joinUntil || found.joinUntil < new Date())
        throw new Problem(404, 'no-such-code', 'No class has this code, or its time is over. Ask your teacher for it.');
      if (await this.classes.partOf(found.id, personId)) return;
      const row = { classId: found.id, personId, at: new Date() };
      await this.askings.createQueryBuilder().insert().orIgnore().values(row).execute();
      await this.#tell(found.id);
    });
  }

  /** What a learner has asked for and has no answer to. */
  async askedBy(personId: string): Promise<readonly AskedFor[]> {
    return (await this.askings.query(
      `SELECT a.classId, c.name AS className, a.at FROM class_asking a JOIN school_class c ON c.id = a.classId
       WHERE a.personId = ? ORDER BY a.at`,
      [personId],
    )) as AskedFor[];
  }

  /** Who waits to come into a class, longest first. */
  async askingFor(classId: string): Promise<readonly Asking[]> {
    return (await this.askings.query(
      `SELECT p.id, p.name, a.at FROM class_asking a JOIN person p ON p.id = a.personId
       WHERE a.classId = ? AND p.leftAt IS NULL ORDER BY a.at, p.id LIMIT 500`,
      [classId],
    )) as Asking[];
  }

  /** The yes or the no. @throws Problem `not-found` where this person has not asked */
  async answer(classId: string, personId: string, letIn: boolean): Promise<void> {
    await this.acts.do(async () => {
      const { affected } = await this.askings.delete({ classId, personId });
      if (!affected) throw notFound('person');
      if (letIn) await this.classes.joinAll(classId, [personId], 'learner');
      await this.#tell(classId, [personId]);
    });
  }

  /** Tells whoever teaches a class, and others besides, that something of it changed. */
  async #tell(classId: string, others: readonly string[] = []): Promise<void> {
    const teachers = await this.classes.teacherIds(classId);
    await this.events.tell([...others, ...teachers], { kind: 'class', id: classId });
  }
}
