import { comparableName } from '@oakbell/core/people';
import { present } from '@oakbell/core/present';
import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { hash } from '@node-rs/argon2';
import { randomUUID } from 'node:crypto';
import { In, IsNull, Like, Not, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { insertRows, likeText, lotsOf, updateRows } from '../../platform/database/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { SessionsService, type Role } from '../../platform/sessions/index.ts';
import { MediaService } from '../access/index.ts';
import { NOT_FORGOTTEN, PersonEntity } from './person.entity.ts';
import { signInNameOf } from './people.rules.ts';

export interface NewPerson {
  /** Made of the name where it is left out. */
  readonly signInName?: string | undefined;
  readonly name: string;
  readonly role: Role;
  /** Their own; left out where they are given a first one. */
  readonly password?: string;
  /** In small letters. */
  readonly mail?: string;
}
/** Somebody whom a roster brings. */
export interface NewcomerRow {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly signInName: string;
  readonly rosterKey: string | null;
  readonly mail: string | null;
}
export interface PeopleAsked {
  /** In their name or sign-in name. */
  readonly words: string;
  readonly role: Role | null;
  readonly from: number;
}
/** How many people are told of at once. */
export const PEOPLE_SHOWN = 100;

/** So many rows are written in one statement. */
const INSERTED = 500;
/** The longest name that an identity provider may have for somebody. */
const LONGEST_IDENTITY = 255;

@Injectable()
export class PeopleService {
  constructor(
    @InjectRepository(PersonEntity) private readonly people: Repository<PersonEntity>,
    private readonly sessions: SessionsService,
    private readonly media: MediaService,
    private readonly acts: Acts,
  ) {}

  /** @throws Problem `name-taken` */
  async add(person: NewPerson): Promise<PersonEntity> {
    return present((await this.addAll([person]))[0]);
  }

  /**
   * Takes people in, all or nobody, in one act. Whoever brings no password has a first one.
   * @throws Problem `name-taken`, naming each sign-in name that somebody has already
   */
  async addAll(newcomers: readonly NewPerson[]): Promise<readonly PersonEntity[]> {
    const hashes = await Promise.all(newcomers.map(({ password }) => (password ? hash(password) : '')));
    return this.acts.do(async () => {
      // One after another: of one name, two who are added at once would both be the first.
      await this.people.query('SELECT id FROM school FOR UPDATE');
      const names = await this.#signInNames(newcomers);
      const made = newcomers.map(({ name, role, password }, i) =>
        this.people.create({
          id: randomUUID(),
          name: name.trim(),
          role,
          signInName: present(names[i]),
          passwordHash: present(hashes[i]),
          firstKey: password ? null : randomUUID(),
          rosterKey: null,
          mail: newcomers[i]?.mail ?? null,
          identityKey: null,
          leftAt: null,
          registerName: null,
          forgottenKey: null,
          forgottenUntil: null,
          mailOfSignIns: null,
          createdAt: new Date(),
        }),
      );
      for (let at = 0; at < made.length; at += INSERTED) await this.people.insert(made.slice(at, at + INSERTED));
      return made;
    });
  }

  /** A sign-in name that nobody has. @param isTaken by its folded form */
  signInNameFor(name: string, isTaken: (signInName: string) => boolean): string {
    return signInNameOf(name, isTaken);
  }

  /** Takes many people in, each with a first password. Their sign-in names are folded, and nobody's yet. */
  async takeIn(people: readonly NewcomerRow[]): Promise<void> {
    const columns = ['id', 'name', 'role', 'signInName', 'rosterKey', 'mail', 'passwordHash', 'firstKey', 'createdAt'];
    const now = new Date();
    const rows = people.map(({ id, name, role, signInName, rosterKey, mail }) => {
      return [id, name, role, signInName, rosterKey, mail, '', randomUUID(), now];
    });
    await insertRows(this.people, { table: 'person', columns }, rows);
  }

  /** Changes what a roster may change of people. */
  async changeAll(
    people: readonly {
      readonly id: string;
      readonly name: string;
      readonly key: string | null;
      readonly mail: string | null;
    }[],
  ): Promise<void> {
    const chosen = new Set<string>();
    for (const lot of lotsOf(people.map(({ id }) => id))) {
      const which = { id: In([...lot]), registerName: Not(IsNull()) };
      for (const { id } of await this.people.find({ where: which, select: { id: true } })) chosen.add(id);
      // Their address may be another one now: what was mailed to the old one opens nothing any more.
      await this.people.update({ id: In([...lot]), forgottenKey: Not(IsNull()) }, NOT_FORGOTTEN);
    }
    // Whoever chose the name they are shown by keeps it.
    for (const column of ['name', 'registerName']) {
      const rows = people
        .filter(({ id }) => chosen.has(id) === (column === 'registerName'))
        .map(({ id, name, key, mail }) => [id, name, key, mail]);
      if (rows.length > 0)
        await updateRows(this.people, { table: 'person', columns: [column, 'rosterKey', 'mail'] }, rows);
    }
  }

  /** Many have left, or are back. Keepers are nobody's to send away like this. */
  async setLeftAll(ids: readonly string[], hasLeft: boolean): Promise<void> {
    for (const lot of lotsOf(ids)) {
      const which = { id: In([...lot]), leftAt: hasLeft ? IsNull() : Not(IsNull()) };
      await this.people.update(which, { leftAt: hasLeft ? new Date() : null });
      if (!hasLeft) continue;
      const tags = await this.sessions.endOfAll(lot);
      await this.media.cut(...lot.map((id) => `person:${id}`), ...tags.map((tag) => `session:${tag}`));
    }
  }

  /** People who were taken in by mistake: who has done nothing yet goes, all others have left. */
  async takeOut(ids: readonly string[]): Promise<void> {
    for (const lot of lotsOf(ids)) {
      const fresh = (await this.people.query(
        `SELECT p.id FROM person p WHERE p.id IN (?) AND p.firstKey IS NOT NULL
         AND NOT EXISTS(SELECT 1 FROM session s WHERE s.personId = p.id)
         AND NOT EXISTS(SELECT 1 FROM lesson l WHERE l.ownerId = p.id)
         AND NOT EXISTS(SELECT 1 FROM course_teacher t WHERE t.personId = p.id)
         AND NOT EXISTS(SELECT 1 FROM submission u WHERE u.learnerId = p.id)
         AND NOT EXISTS(SELECT 1 FROM submission u WHERE u.partnerId = p.id)
         AND NOT EXISTS(SELECT 1 FROM visit v WHERE v.learnerId = p.id)
         AND NOT EXISTS(SELECT 1 FROM assignment a WHERE a.byId = p.id)`,
        [lot],
      )) as { id: string }[];
      const gone = new Set(fresh.map((one) => one.id));
      if (gone.size > 0) await this.people.delete({ id: In([...gone]) });
      await this.setLeftAll(
        lot.filter((id) => !gone.has(id)),
        true,
      );
    }
  }

  /** Sign-in names for people, folded, each only once: those that were asked for, and new ones for all others. */
  async #signInNames(newcomers: readonly NewPerson[]): Promise<readonly string[]> {
    const asked = newcomers.map(({ signInName }) => (signInName ? comparableName(signInName) : null));
    const wanted = asked.filter((name) => name !== null);
    const doubled = wanted.filter((name, i) => wanted.indexOf(name) !== i);
    const there = wanted.length === 0 ? [] : await this.people.findBy({ signInName: In(wanted) });
    const taken = [...doubled, ...there.map((one) => one.signInName)];
    if (taken.length > 0)
      throw new Problem(
        409,
        'name-taken',
        `Somebody signs in as ${[...new Set(taken)].join(', ')} already. Nobody was added.`,
      );
    const used = new Set(wanted);
    const bases = newcomers.filter((_, i) => asked[i] === null).map(({ name }) => signInNameOf(name, () => false));
    for (const base of new Set(bases)) for (const name of await this.#beginningWith(base)) used.add(name);
    return newcomers.map(({ name }, i) => {
      const made = asked[i] ?? signInNameOf(name, (one) => used.has(one));
      used.add(made);
      return made;
    });
  }

  /** The sign-in names that begin so. */
  async #beginningWith(base: string): Promise<readonly string[]> {
    const found = await this.people.find({
      where: { signInName: Like(`${likeText(base)}%`) },
      select: { signInName: true },
    });
    return found.map((one) => one.signInName);
  }

  /** @throws Problem `name-taken`, `not-found` */
  async rename(
    id: string,
    { name, signInName, mail }: { readonly name: string; readonly signInName: string; readonly mail?: string | null },
  ): Promise<void> {
    await this.acts.do(async () => {
      const person = await this.get(id);
      const there = await this.people.findOneBy({ signInName: comparableName(signInName) });
      if (there && there.id !== id)
        throw new Problem(409, 'name-taken', `Somebody else signs in as ${signInName}. Nothing was changed.`);
      // Another address is another account of the school's own sign-in, and what was mailed to the old one opens nothing
      // any more; the same one changes nothing.
      const other = mail === undefined || mail === person.mail ? {} : { mail, identityKey: null, ...NOT_FORGOTTEN };
      await this.people.update(
        { id },
        { name: name.trim(), registerName: null, signInName: comparableName(signInName), ...other },
      );
    });
  }

  /** How somebody likes to read. */
  async setLook(id: string, look: Pick<PersonEntity, 'textSize' | 'lessMotion'>): Promise<void> {
    await this.people.update({ id }, look);
  }

  /** The name somebody is shown by. @param name null, or the one the school has, for that one */
  async setShownName(id: string, name: string | null): Promise<void> {
    await this.acts.do(async () => {
      const person = await this.get(id);
      const register = person.registerName ?? person.name;
      const shown = name?.trim() ?? register;
      await this.people.update({ id }, { name: shown, registerName: shown === register ? null : register });
    });
  }

  /** Keeps others from what hangs on this person until the act ends. */
  async lock(id: string): Promise<void> {
    await this.people.findOne({ where: { id }, select: { id: true }, lock: { mode: 'pessimistic_write' } });
  }

  /** Gives somebody's calendar an address that it never had, or takes it away. */
  async setCalendar(id: string, on: boolean): Promise<void> {
    await this.people.update({ id }, { calendarOn: on, ...(on ? { calendarNumber: () => 'calendarNumber + 1' } : {}) });
  }

  /** Whether a mail tells them of sign-ins in new browsers. */
  async setMailOfSignIns(id: string, mailOfSignIns: boolean): Promise<void> {
    await this.people.update({ id }, { mailOfSignIns });
  }

  /**
   * Somebody has left, or is back. Whoever has left cannot sign in; nothing of theirs goes.
   * @throws Problem `last-keeper` when nobody would be left to keep the school
   */
  async setLeft(id: string, hasLeft: boolean): Promise<void> {
    await this.acts.do(async () => {
      const person = await this.get(id);
      if (hasLeft && person.role === 'keeper' && (await this.#keepers()) < 2)
        throw new Problem(409, 'last-keeper', 'This is the last keeper. Add another one first.');
      await this.people.update({ id }, { leftAt: hasLeft ? (person.leftAt ?? new Date()) : null });
      if (hasLeft) await this.out(id);
    });
  }

  /** Locked, so that two keepers who send each other away at once do not both succeed. */
  async #keepers(): Promise<number> {
    const found = await this.people.find({
      where: { role: 'keeper', leftAt: IsNull() },
      select: { id: true },
      lock: { mode: 'pessimistic_write' },
    });
    return found.length;
  }

  /** Wherever a person is in, they are out, and see no picture and hear no sound any more. */
  async out(id: string): Promise<void> {
    const tags = await this.sessions.endOf(id, {});
    await this.media.cut(`person:${id}`, ...tags.map((tag) => `session:${tag}`));
  }

  /**
   * Whom the school's identity provider means: by what it calls them, once they have come in by it, or else by their
   * address, where exactly one person here has it; from then on it is them. Null for nobody.
   */
  async byIdentity(key: string, mail: string | null): Promise<PersonEntity | null> {
    if (key.length > LONGEST_IDENTITY) return null;
    return this.acts.do(async () => {
      const known = await this.people.findOneBy({ identityKey: key });
      if (known) return known.leftAt ? null : known;
      if (mail === null) return null;
      const lock = { mode: 'pessimistic_write' } as const;
      const [found, another] = await this.people.find({ where: { mail, leftAt: IsNull() }, take: 2, lock });
      if (!found || another || found.identityKey !== null) return null;
      await this.people.update({ id: found.id }, { identityKey: key });
      return found;
    });
  }

  /** Ends every session of somebody. @throws Problem `not-found` */
  async signOut(id: string): Promise<void> {
    await this.acts.do(async () => {
      await this.get(id);
      await this.out(id);
    });
  }

  /** Whether anybody keeps this school: before that, it has not begun. */
  async isKept(): Promise<boolean> {
    return this.people.existsBy({ role: 'keeper' });
  }

  /** @throws Problem `not-found` */
  async get(id: string): Promise<PersonEntity> {
    const found = await this.one(id);
    if (!found) throw notFound('person');
    return found;
  }

  async bySignInName(signInName: string): Promise<PersonEntity | null> {
    return this.people.findOneBy({ signInName: comparableName(signInName), leftAt: IsNull() });
  }

  /** The people whose name or sign-in name has these words in it, by kind and name, and how many they are in all. */
  async search({ words, role, from }: PeopleAsked): Promise<{ people: readonly PersonEntity[]; total: number }> {
    const like = Like(`%${likeText(words.trim())}%`);
    const which = role ? { role } : {};
    const [people, total] = await this.people.findAndCount({
      where: words.trim()
        ? [
            { ...which, name: like },
            { ...which, signInName: like },
          ]
        : which,
      order: { role: 'ASC', name: 'ASC', id: 'ASC' },
      skip: from,
      take: PEOPLE_SHOWN,
    });
    return { people, total };
  }

  async byIds(ids: readonly string[]): Promise<ReadonlyMap<string, PersonEntity>> {
    const found = ids.length === 0 ? [] : await this.people.findBy({ id: In([...ids]) });
    return new Map(found.map((person) => [person.id, person]));
  }

  async one(id: string): Promise<PersonEntity | null> {
    return this.people.findOneBy({ id });
  }

  async isAnyone(): Promise<boolean> {
    return this.people.existsBy({});
  }
}
