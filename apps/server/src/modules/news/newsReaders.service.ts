import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { plainWishes, WISHED, type NewsWishes, type Reader } from '@oakbell/core/news';
import { Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { PeopleService } from '../people/index.ts';
import { SchoolService } from '../school/index.ts';
import { NewsReaderEntity } from './news.entity.ts';
import { nextLook } from './news.rules.ts';

/** Before all ids. */
export const FIRST = '00000000-0000-0000-0000-000000000000';

/** Who is a learner or a teacher here reads news; a keeper does not. */
const readerOf = ({ role }: Person): Reader => (role === 'teacher' ? 'teacher' : 'learner');

/** What mail people want of what is new, and how far they have been told. */
@Injectable()
export class NewsReaders {
  constructor(
    @InjectRepository(NewsReaderEntity) private readonly readers: Repository<NewsReaderEntity>,
    private readonly people: PeopleService,
    private readonly school: SchoolService,
    private readonly acts: Acts,
  ) {}

  /** As they have chosen, or as it is before that. */
  async of(person: Person): Promise<NewsReaderEntity> {
    return (await this.readers.findOneBy({ personId: person.id })) ?? this.#plain(person);
  }

  /** The same, for nobody else until the act ends. */
  async locked(person: Person): Promise<NewsReaderEntity> {
    // Their row is made under the lock of the person: of two that make it at once one would be refused.
    await this.people.lock(person.id);
    return this.of(person);
  }

  /**
   * What they want from now on. What became news while they wanted none is not told afterwards.
   * @throws Problem `not-for-you` for a kind that their part of the school is not told
   */
  async wish(person: Person, wishes: NewsWishes): Promise<void> {
    const wished: readonly string[] = WISHED[readerOf(person)];
    if (!wishes.kinds.every((kind) => wished.includes(kind)))
      throw new Problem(422, 'not-for-you', 'One of these is not told to you. Nothing was changed.');
    const now = new Date();
    const nextAt = nextLook(now, wishes, await this.school.timeZone());
    await this.acts.do(async () => {
      const before = await this.locked(person);
      const since = before.way === 'never' ? now : before.since;
      await this.readers.save({ ...before, ...wishes, since, nextAt });
    });
  }

  /** They saw what became news until then. */
  async setSeen(person: Person, until: Date): Promise<void> {
    await this.acts.do(async () => {
      const before = await this.locked(person);
      const seenAt = new Date(Math.min(until.getTime(), Date.now()));
      if (seenAt > before.seenAt) await this.readers.save({ ...before, seenAt });
    });
  }

  /** When it is looked next. */
  async setNext(reader: NewsReaderEntity, nextAt: Date): Promise<void> {
    await this.readers.save({ ...reader, nextAt });
  }

  /** Whose time has come: so many at most, who want mail and can have it, after the one whose id it is. */
  async due(now: Date, after: string, most: number): Promise<readonly Person[]> {
    return (await this.readers.query(
      `SELECT p.id, p.role FROM person p LEFT JOIN news_reader r ON r.personId = p.id
       WHERE p.id > ? AND p.mail IS NOT NULL AND p.leftAt IS NULL AND p.role IN ('teacher', 'learner')
         AND (r.personId IS NULL OR (r.way <> 'never' AND r.nextAt <= ?))
       ORDER BY p.id LIMIT ?`,
      [after, now, most],
    )) as Person[];
  }

  async #plain(person: Person): Promise<NewsReaderEntity> {
    const { createdAt } = await this.people.get(person.id);
    const wishes = plainWishes(readerOf(person));
    const nextAt = nextLook(new Date(), wishes, await this.school.timeZone());
    return this.readers.create({ personId: person.id, ...wishes, since: createdAt, nextAt, seenAt: createdAt });
  }
}
