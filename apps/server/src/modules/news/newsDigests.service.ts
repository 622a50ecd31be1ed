import { Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { isWished, newsKey, type NewsThing } from '@oakbell/core/news';
import { randomUUID } from 'node:crypto';
import { In, LessThan, Repository } from 'typeorm';
import { endsWith, NotYet, Rounds, type Ending, type JobSteps } from '../../platform/jobs/index.ts';
import { Letters, type Letter } from '../../platform/mail/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { PeopleService } from '../people/index.ts';
import { SchoolService } from '../school/index.ts';
import { NewsHeads } from './newsHeads.service.ts';
import { FIRST, NewsReaders } from './newsReaders.service.ts';
import { NewsToldEntity } from './news.entity.ts';
import { nextLook, outOfQuiet } from './news.rules.ts';
import { NEWS_MS, NewsService } from './news.service.ts';

const ROUND = 'news-round';
const FORGET_TOLD = 'forget-told';
const DIGEST = 'news';
interface About {
  readonly letter: string;
}

/** Whom something was told is forgotten after so long, in ms: it is no news by then. */
const KEPT_MS = 2 * NEWS_MS;
/** A round that failed for so many is at an end: it is not they. */
const MOST_FAILED = 20;
/** So many people are looked up at once. */
const AT_ONCE = 200;

/**
 * What is new, by mail: one letter for all of it. Whom it is told, and the letter, are of one act, and a thing is told
 * to somebody once; the letter is written when it goes, from what is still so then.
 */
@Injectable()
export class NewsDigests implements OnModuleInit {
  constructor(
    @InjectRepository(NewsToldEntity) private readonly told: Repository<NewsToldEntity>,
    private readonly news: NewsService,
    private readonly heads: NewsHeads,
    private readonly readers: NewsReaders,
    private readonly people: PeopleService,
    private readonly school: SchoolService,
    private readonly letters: Letters,
    private readonly rounds: Rounds,
  ) {}

  onModuleInit(): void {
    this.letters.register(DIGEST, ({ letter }: About) => this.#letter(letter));
    this.rounds.whenDue(
      ROUND,
      () => this.#isDue(),
      (_, steps) => this.#round(steps),
    );
    this.rounds.daily(FORGET_TOLD, () => Promise.resolve(() => this.#forget()));
  }

  async #isDue(): Promise<boolean> {
    return this.letters.areOn && (await this.readers.due(new Date(), FIRST, 1)).length > 0;
  }

  /**
   * Goes through everybody whose time has come, each in an act of their own. Whoever it fails for keeps no other from
   * being told: it is tried again in the next round.
   */
  async #round({ act }: JobSteps): Promise<Ending> {
    const now = new Date();
    const failures: unknown[] = [];
    for (let after = FIRST; ;) {
      const people = await this.readers.due(now, after, AT_ONCE);
      for (const person of people) {
        await act(() => this.#tell(person)).catch((failure: unknown) => failures.push(failure));
        if (failures.length === MOST_FAILED) throw failures[0];
      }
      const last = people.at(-1);
      if (!last) break;
      after = last.id;
    }
    if (failures.length > 0) throw failures[0];
    return endsWith();
  }

  async #forget(): Promise<void> {
    await this.told.delete({ at: LessThan(new Date(Date.now() - KEPT_MS)) });
  }

  async #tell(person: Person): Promise<void> {
    const reader = await this.readers.locked(person);
    // They may have chosen so meanwhile.
    if (reader.way === 'never') return;
    const [now, zone] = [new Date(), await this.school.timeZone()];
    // Their time may have come while the server was down, and be a quiet one now.
    const quietUntil = reader.way === 'soon' ? outOfQuiet(now, reader, zone) : now;
    if (reader.nextAt > now || quietUntil > now) {
      await this.readers.setNext(reader, quietUntil > now ? quietUntil : reader.nextAt);
      return;
    }
    const since = new Date(Math.max(reader.since.getTime(), now.getTime() - NEWS_MS));
    const all = await this.news.of({ person, since, now });
    const fresh = await this.#untold(
      person.id,
      all.filter(({ kind }) => isWished(reader, kind)),
    );
    if (fresh.length > 0) {
      const letterId = randomUUID();
      await this.told.insert(
        fresh.map(({ kind, thingId, at }) => ({ personId: person.id, kind, thingId, at: new Date(at), letterId })),
      );
      await this.letters.post(DIGEST, person.id, { letter: letterId });
    }
    await this.readers.setNext(reader, nextLook(now, reader, zone));
  }

  async #untold(personId: string, things: readonly NewsThing[]): Promise<readonly NewsThing[]> {
    if (things.length === 0) return [];
    const thingId = In([...new Set(things.map((one) => one.thingId))]);
    const told = new Set((await this.told.findBy({ personId, thingId })).map(keyOf));
    return things.filter((one) => !told.has(newsKey(one)));
  }

  /** What of it is still so; null where nothing is. @throws NotYet in somebody's quiet hours */
  async #letter(letterId: string): Promise<Letter | null> {
    const told = await this.told.findBy({ letterId });
    const person = told[0] && (await this.people.one(told[0].personId));
    if (!person?.mail || person.leftAt !== null) return null;
    const now = new Date();
    const reader = await this.readers.of(person);
    if (reader.way === 'never') return null;
    const quietUntil = outOfQuiet(now, reader, await this.school.timeZone());
    if (reader.way === 'soon' && quietUntil > now) throw new NotYet(quietUntil);
    const keys = new Set(told.map(keyOf));
    const since = new Date(Math.min(...told.map(({ at }) => at.getTime())) - 1);
    const still = (await this.news.of({ person, since, now })).filter((one) => keys.has(newsKey(one)));
    if (still.length === 0) return null;
    const lines = await this.heads.lines(person, still);
    const often = reader.way === 'daily' ? 'once a day at most' : 'once an hour at most';
    return {
      to: person.mail,
      subject: lines.length === 1 ? `Oak Bell: ${lines[0]?.words ?? ''}` : `Oak Bell: ${lines.length} things are new`,
      says: [
        `Hello ${person.name},`,
        ...lines.map(({ words, detail }) => `${words}\n${detail}`),
        `You are written to ${often}. What you want to be told by mail is for you to choose, under your account.`,
      ],
      link: { label: 'See what is new', path: '/news' },
    };
  }
}

const keyOf = ({ kind, thingId, at }: NewsToldEntity): string =>
  newsKey({ kind, thingId, at: at.getTime(), assignmentId: '' });
