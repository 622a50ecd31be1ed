import { Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { standingOf } from '@oakbell/core/opening';
import { MOST_WORDS } from '@oakbell/core/outline';
import { randomUUID } from 'node:crypto';
import { In, MoreThan, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { JobHandlers, JobsService } from '../../platform/jobs/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { MediaService } from '../access/index.ts';
import { ClassesService } from '../classes/index.ts';
import { EditionsService } from '../editions/index.ts';
import { LessonsService, openingOf } from '../lessons/index.ts';
import { endOfDay, SchoolService } from '../school/index.ts';
import { QuickWordEntity } from './quickWord.entity.ts';

/** The day of a quick word is over. */
const OVER = 'word-over';

/** Short recordings for the day, on class pages. */
@Injectable()
export class QuickWordsService implements OnModuleInit {
  constructor(
    @InjectRepository(QuickWordEntity) private readonly words: Repository<QuickWordEntity>,
    private readonly classes: ClassesService,
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    private readonly school: SchoolService,
    private readonly media: MediaService,
    private readonly acts: Acts,
    private readonly events: Events,
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
  ) {}

  onModuleInit(): void {
    // Rights end by the clock; this ends the addresses that were given out, and tells those who look at the page.
    this.handlers.register(OVER, 'later', ({ subjectId }) => Promise.resolve(() => this.#end(subjectId)));
  }

  /** Those that stand on a class page now, the newest first. */
  async on(classId: string): Promise<readonly QuickWordEntity[]> {
    return this.words.find({
      where: { classId, until: MoreThan(new Date()) },
      order: { createdAt: 'DESC', id: 'ASC' },
    });
  }

  /** Those of these lessons that were put on a class page as a word. */
  async usedOf(lessonIds: readonly string[]): Promise<ReadonlySet<string>> {
    const found = lessonIds.length === 0 ? [] : await this.words.findBy({ lessonId: In([...lessonIds]) });
    return new Set(found.map(({ lessonId }) => lessonId));
  }

  /**
   * Puts a lesson on a class page until the day is over, and publishes it as it stands. What is there already stays.
   * @throws Problem `nothing-recorded`; `not-open` where it is for its makers alone or not its time; `too-many-words`
   */
  async add(person: Person, classId: string, lessonId: string): Promise<QuickWordEntity> {
    const now = new Date();
    const until = endOfDay(now, await this.school.timeZone());
    return this.acts.do(async () => {
      await this.classes.lock(classId);
      await this.#ensureOpen(lessonId, now);
      const before = await this.words.findOneBy({ classId, lessonId });
      if (before && before.until > now) return before;
      if ((await this.on(classId)).length >= MOST_WORDS)
        throw new Problem(
          422,
          'too-many-words',
          `There are ${MOST_WORDS} quick words on this class page already. Take one off first. Nothing was changed.`,
        );
      await this.#publish(person, lessonId);
      const word = { id: before?.id ?? randomUUID(), classId, lessonId, byId: person.id, until, createdAt: now };
      await this.words.save(word);
      await this.jobs.add({ kind: OVER, ownerId: null, subjectId: word.id, input: {}, notBefore: until });
      await this.#tell(word);
      return word;
    });
  }

  /** Takes one off its page before its day is over. @throws Problem `not-found` for one of another class */
  async remove(classId: string, id: string): Promise<void> {
    await this.acts.do(async () => {
      const word = await this.words.findOneBy({ id, classId });
      if (!word) throw notFound('quick word');
      await this.words.delete({ id });
      await this.#tell(word);
      await this.media.cut(`lesson:${word.lessonId}`);
    });
  }

  async #ensureOpen(lessonId: string, now: Date): Promise<void> {
    if (standingOf(openingOf(await this.lessons.locked(lessonId)), now.getTime()) === 'open') return;
    throw new Problem(409, 'not-open', 'This lesson is not open to learners now. Open it first, under Assign.');
  }

  /** As it stands, unless it was published since it was changed. */
  async #publish(person: Person, lessonId: string): Promise<void> {
    const [newest] = await this.editions.ofLesson(lessonId);
    const { updatedAt } = await this.lessons.get(lessonId);
    const isFresh = newest && newest.state !== 'failed' && newest.withdrawnAt === null && newest.createdAt >= updatedAt;
    if (!isFresh) await this.editions.publish(person.id, lessonId);
  }

  async #end(id: string): Promise<void> {
    const word = await this.words.findOneBy({ id });
    // It was taken off, or put there anew.
    if (!word || word.until > new Date()) return;
    await this.media.cut(`lesson:${word.lessonId}`);
    await this.#putAway(word.lessonId);
    await this.#tell(word);
  }

  /** What was recorded for one day alone does not stand among the lessons for ever. */
  async #putAway(lessonId: string): Promise<void> {
    await this.words.query(
      `UPDATE lesson l SET l.archivedAt = UTC_TIMESTAMP(3) WHERE l.id = ? AND l.archivedAt IS NULL AND l.unitId IS NULL
        AND l.savedAs IS NULL AND NOT EXISTS(SELECT 1 FROM assignment_lesson a WHERE a.lessonId = l.id)
        AND NOT EXISTS(SELECT 1 FROM quick_word w WHERE w.lessonId = l.id AND w.until > UTC_TIMESTAMP(3))`,
      [lessonId],
    );
  }

  async #tell({ classId, lessonId }: QuickWordEntity): Promise<void> {
    const people = await this.classes.memberIds(classId);
    await this.events.tell(people, { kind: 'class', id: classId });
    await this.events.tell(people, { kind: 'edition', id: lessonId, of: lessonId });
  }
}
