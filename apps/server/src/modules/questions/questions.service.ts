import { Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { MOST_WAITING } from '@oakbell/core/asking';
import { randomUUID } from 'node:crypto';
import { IsNull, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { FileClaims } from '../../platform/storage/index.ts';
import { MediaService } from '../access/index.ts';
import { AssignmentsService, WhomService } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { claimVoices, type StoredVoice } from '../files/index.ts';
import { Moments, type Where } from './moments.service.ts';
import { QuestionEntity } from './question.entity.ts';

/** What somebody says: typed, or spoken and kept already. */
export type Said = { readonly text: string } | StoredVoice;

/** Questions at a moment of a lesson, and their answers. */
@Injectable()
export class QuestionsService implements OnModuleInit {
  constructor(
    @InjectRepository(QuestionEntity) private readonly questions: Repository<QuestionEntity>,
    private readonly moments: Moments,
    private readonly assignments: AssignmentsService,
    private readonly whom: WhomService,
    private readonly classes: ClassesService,
    private readonly media: MediaService,
    private readonly claims: FileClaims,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  onModuleInit(): void {
    claimVoices(this.claims, async (digests) => {
      const rows = (await this.questions.query(
        'SELECT voice AS digest FROM question WHERE voice IN (?) UNION SELECT answerVoice FROM question WHERE answerVoice IN (?)',
        [digests, digests],
      )) as { digest: string }[];
      return new Set(rows.map(({ digest }) => digest));
    });
  }

  /** Of one lesson of an assignment, the oldest first: all, or what one of its learners may see. */
  async of(assignmentId: string, lessonId: string, learnerId?: string): Promise<readonly QuestionEntity[]> {
    const where = { assignmentId, lessonId };
    const seen = [
      { ...where, byId: learnerId },
      { ...where, forClass: true },
    ];
    return this.questions.find({ where: learnerId === undefined ? where : seen, order: { at: 'ASC', id: 'ASC' } });
  }

  /** Says no before something is recorded and sent in vain. @throws Problem as for `ask` */
  async ensureMay(person: Person, where: Where): Promise<void> {
    await this.moments.of(person, where);
    await this.#ensureNotTooMany(person.id, where.assignmentId);
  }

  /** @throws Problem `not-found`, `asking-is-off`, `too-many-questions` */
  async ask(person: Person, where: Where, said: Said): Promise<QuestionEntity> {
    const { assignmentId, lessonId } = where;
    return this.acts.do(async () => {
      await this.assignments.lock(assignmentId);
      const { assignment, sourceId, atTime } = await this.moments.of(person, where);
      await this.#ensureNotTooMany(person.id, assignmentId);
      const asked = this.questions.create({
        ...{ id: randomUUID(), assignmentId, lessonId, byId: person.id, sourceId, atTime },
        ...('text' in said ? { text: said.text, voice: null, voiceMs: null } : { text: '', ...said }),
        ...{ at: new Date(), forClass: false, ...UNANSWERED },
      });
      await this.questions.insert(asked);
      await this.#tell([person.id, ...(await this.classes.teacherIds(assignment.classId))], asked);
      return asked;
    });
  }

  /** Takes one's own back, while nobody has answered it. @throws Problem `not-found`, `answered-already` */
  async takeBack(byId: string, assignmentId: string, id: string): Promise<void> {
    await this.acts.do(async () => {
      const asked = await this.#locked(assignmentId, id);
      if (asked.byId !== byId) throw notFound('question');
      if (asked.answeredAt)
        throw new Problem(409, 'answered-already', 'It was answered meanwhile. It stays, with its answer.');
      await this.questions.delete({ id });
      await this.media.cut(scopeOf(id));
      const { classId } = await this.assignments.get(assignmentId);
      await this.#tell([byId, ...(await this.classes.teacherIds(classId))], asked);
    });
  }

  /** Answers, or answers anew. @param forClass whether the class sees both. @throws Problem `not-found` */
  async answer(person: Person, assignmentId: string, id: string, forClass: boolean, said: Said): Promise<void> {
    await this.acts.do(async () => {
      const asked = await this.#locked(assignmentId, id);
      const answer =
        'text' in said
          ? { answer: said.text, answerVoice: null, answerVoiceMs: null }
          : { answer: '', answerVoice: said.voice, answerVoiceMs: said.voiceMs };
      await this.questions.update({ id }, { ...answer, forClass, answeredAt: new Date(), answeredById: person.id });
      // Whoever had another answer before, and may have it no more, has no address of it either.
      if (asked.answeredAt) await this.media.cut(scopeOf(id));
      await this.#tellClass(asked);
    });
  }

  /** Takes an answer back: the question waits again. @throws Problem `not-found` */
  async unanswer(assignmentId: string, id: string): Promise<void> {
    await this.acts.do(async () => {
      const asked = await this.#locked(assignmentId, id);
      await this.questions.update({ id }, { ...UNANSWERED, forClass: false });
      await this.media.cut(scopeOf(id));
      await this.#tellClass(asked);
    });
  }

  /** Whether learners may ask, and give signs. */
  async setAsking(assignmentId: string, asking: boolean): Promise<void> {
    await this.acts.do(async () => {
      const { classId } = await this.assignments.setAsking(assignmentId, asking);
      const people = await this.whom.concernedBy(assignmentId, classId);
      await this.events.tell(people, { kind: 'questions', id: assignmentId });
    });
  }

  /** What waits for somebody who teaches, asked after a moment. */
  async waitingFor(
    teacherId: string,
    since: Date,
  ): Promise<readonly Pick<QuestionEntity, 'id' | 'assignmentId' | 'at'>[]> {
    return (await this.questions.query(
      `SELECT q.id, q.assignmentId, q.at FROM membership m JOIN assignment a ON a.classId = m.classId
       JOIN question q ON q.assignmentId = a.id AND q.answeredAt IS NULL AND q.at > ?
       WHERE m.personId = ? AND m.part = 'teacher'`,
      [since, teacherId],
    )) as QuestionEntity[];
  }

  /** What was answered to somebody after a moment, where they have the work still. */
  async answeredTo(
    learnerId: string,
    since: Date,
  ): Promise<readonly { readonly id: string; readonly assignmentId: string; readonly answeredAt: Date }[]> {
    return (await this.questions.query(
      `SELECT q.id, q.assignmentId, q.answeredAt FROM question q
       JOIN assigned d ON d.assignmentId = q.assignmentId AND d.learnerId = q.byId
       WHERE q.byId = ? AND q.answeredAt > ?`,
      [learnerId, since],
    )) as { id: string; assignmentId: string; answeredAt: Date }[];
  }

  async #ensureNotTooMany(byId: string, assignmentId: string): Promise<void> {
    const waiting = await this.questions.countBy({ assignmentId, byId, answeredAt: IsNull() });
    if (waiting >= MOST_WAITING)
      throw new Problem(
        422,
        'too-many-questions',
        `${MOST_WAITING} of your questions wait for an answer already. Take one back, or wait until one is answered.`,
      );
  }

  async #locked(assignmentId: string, id: string): Promise<QuestionEntity> {
    const found = await this.questions.findOne({ where: { id, assignmentId }, lock: { mode: 'pessimistic_write' } });
    if (!found) throw notFound('question');
    return found;
  }

  async #tellClass(asked: QuestionEntity): Promise<void> {
    const { classId } = await this.assignments.get(asked.assignmentId);
    await this.#tell([asked.byId, ...(await this.whom.concernedBy(asked.assignmentId, classId))], asked);
  }
  async #tell(people: readonly string[], { assignmentId, lessonId }: QuestionEntity): Promise<void> {
    await this.events.tell(people, { kind: 'questions', id: assignmentId, of: lessonId });
  }
}

const UNANSWERED = {
  answeredAt: null,
  answeredById: null,
  answer: '',
  answerVoice: null,
  answerVoiceMs: null,
} as const;
/** What addresses of its sounds belong to. */
export const scopeOf = (id: string): string => `question:${id}`;
