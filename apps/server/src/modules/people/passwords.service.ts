import { comparableName } from '@oakbell/core/people';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { hash, verify } from '@node-rs/argon2';
import { createHash, createHmac, randomUUID, timingSafeEqual } from 'node:crypto';
import { IsNull, MoreThan, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { Letters, type Letter } from '../../platform/mail/index.ts';
import { firstPassword, plainWords } from './firstWords.ts';
import { passwordFault, PASSWORD_WORDS } from './people.rules.ts';
import { PeopleService } from './people.service.ts';
import { NOT_FORGOTTEN, PersonEntity } from './person.entity.ts';
import { SignInLimits } from './signInLimits.ts';
import { isWellKnown } from './wellKnown.ts';

/** Stands in for an unknown person's hash, so that an unknown name takes as long as a wrong password. */
const NOBODY = '$argon2id$v=19$m=19456,t=2,p=1$b2FrYmVsbG9ha2JlbGw$Zb1Yk0m7ZqVvN9p4bF3m6N3qk3cV1cN0T0m8l5m2b6Y';

/** The address in a mail opens the way to a new password for so long. */
const FORGOTTEN_MINUTES = 60;
const FORGOTTEN = 'forgotten-password';
const CHANGED = 'password-changed';

const digest = (text: string): Buffer => createHash('sha256').update(text).digest();

/** Passwords: first ones, own ones, and what helps when one is forgotten. */
@Injectable()
export class PasswordsService implements OnModuleInit {
  constructor(
    @InjectRepository(PersonEntity) private readonly rows: Repository<PersonEntity>,
    private readonly people: PeopleService,
    private readonly limits: SignInLimits,
    private readonly acts: Acts,
    private readonly letters: Letters,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  onModuleInit(): void {
    this.letters.register(FORGOTTEN, ({ name }: { readonly name: string }) => this.#forgottenLetter(name));
    this.letters.register(CHANGED, ({ id }: { readonly id: string }) => this.#changedLetter(id));
  }

  /** The person with this name and password. @throws Problem `wrong-sign-in` or `too-many-sign-ins` */
  async signIn(signInName: string, password: string, address: string): Promise<PersonEntity> {
    const name = comparableName(signInName);
    await this.limits.count(name, address);
    const person = await this.rows.findOneBy({ signInName: name });
    const matches = await this.#isPasswordOf(person, password);
    if (!person || !matches || person.leftAt)
      throw new Problem(401, 'wrong-sign-in', 'Name or password is not right. Check both and try again.');
    await this.limits.succeeded(name, address);
    return person;
  }

  /**
   * Gives a person another password, which they choose knowing the one they have.
   * @throws Problem `wrong-password`, `bad-password`, `too-many-sign-ins`; the old one stays then
   */
  async changePassword(
    id: string,
    { current, next, address }: { current: string; next: string; address: string },
  ): Promise<void> {
    const person = await this.rows.findOneByOrFail({ id });
    await this.limits.count(person.signInName, address);
    if (!(await this.#isPasswordOf(person, current)))
      throw new Problem(422, 'wrong-password', 'This is not the password you have now. Nothing was changed.', {
        fields: { current: 'This is not the password you have now.' },
      });
    await this.#set(person, next, next === current ? 'same' : null);
    await this.limits.succeeded(person.signInName, address);
  }

  /** Takes as long for nobody, and for a first password, as for a wrong one. */
  async #isPasswordOf(person: PersonEntity | null, password: string): Promise<boolean> {
    const isOwn = await verify(person?.passwordHash || NOBODY, password).catch(() => false);
    const first = person && this.firstPasswordOf(person);
    if (!first) return isOwn && person !== null;
    return timingSafeEqual(digest(plainWords(password)), digest(first));
  }

  /** The first password of a person; null once they have chosen one of their own. */
  firstPasswordOf({ id, firstKey }: Pick<PersonEntity, 'id' | 'firstKey'>): string | null {
    return firstKey && firstPassword(this.config.secret, id, firstKey);
  }

  /** Gives a person a new first password: the one they had opens nothing any more, and wherever they are in, they are out. */
  async giveFirstPassword(id: string): Promise<void> {
    await this.acts.do(async () => {
      await this.people.get(id);
      await this.rows.update({ id }, { firstKey: randomUUID(), passwordHash: '', ...NOT_FORGOTTEN });
      await this.people.out(id);
    });
  }

  /**
   * Somebody says that they have forgotten their password: a mail follows where one is known by that name or address and
   * mail reaches them, and nobody is told whether that is so.
   * @param name their sign-in name or mail address. @throws Problem `no-mail`, `too-many-sign-ins`
   */
  async forgotten(name: string, address: string): Promise<void> {
    if (!this.letters.areOn)
      throw new Problem(
        409,
        'no-mail',
        'This school sends no mail. Ask your teacher, or whoever keeps your school here.',
      );
    const folded = comparableName(name);
    await this.limits.count(`forgotten ${folded}`, address);
    await this.acts.do(() => this.letters.post(FORGOTTEN, null, { name: folded }));
  }

  /**
   * Gives whoever opened the address in such a mail the password that they choose; the address opens nothing afterwards.
   * @throws Problem `not-forgotten` where it is too late, or another mail came after it; `bad-password`
   */
  async chooseAnew({ id, key, next }: { id: string; key: string; next: string }, address: string): Promise<void> {
    await this.limits.count(`forgotten ${id}`, address);
    await this.acts.do(async () => {
      const which = { id, leftAt: IsNull(), forgottenUntil: MoreThan(new Date()) };
      const person = await this.rows.findOne({ where: which, lock: { mode: 'pessimistic_write' } });
      const isTheirs =
        person?.forgottenKey && timingSafeEqual(digest(key), digest(this.#keyOf(person.forgottenKey, id)));
      if (!person || !isTheirs)
        throw new Problem(
          410,
          'not-forgotten',
          'This address was used already, is older than an hour, or another mail came after it. Ask for a new one.',
        );
      await this.#set(person, next, null);
      await this.people.out(id);
    });
    await this.limits.succeeded(`forgotten ${id}`, address);
  }

  /** @throws Problem `bad-password` */
  async #set({ id, signInName, mail }: PersonEntity, next: string, known: 'same' | null): Promise<void> {
    const fault = known ?? passwordFault({ password: next, signInName, isWellKnown });
    if (fault)
      throw new Problem(422, 'bad-password', `${PASSWORD_WORDS[fault]} Nothing was changed.`, {
        fields: { next: PASSWORD_WORDS[fault] },
      });
    await this.acts.do(async () => {
      await this.rows.update({ id }, { passwordHash: await hash(next), firstKey: null, ...NOT_FORGOTTEN });
      if (mail) await this.letters.post(CHANGED, id, { id });
    });
  }

  /** What opens the way to a new password follows from a row and the secret of this server: no copy of the rows has it. */
  #keyOf(forgottenKey: string, id: string): string {
    return createHmac('sha256', this.config.secret)
      .update(`forgotten password of ${id} ${forgottenKey}`)
      .digest('base64url');
  }

  async #forgottenLetter(name: string): Promise<Letter | null> {
    return this.acts.do(async () => {
      const lock = { mode: 'pessimistic_write' } as const;
      const here = { leftAt: IsNull() };
      const named = await this.rows.find({
        where: [
          { signInName: name, ...here },
          { mail: name, ...here },
        ],
        take: 2,
        lock,
      });
      // An address that two share says nothing about which of them asks.
      const person = named.find((one) => one.signInName === name) ?? (named.length === 1 ? named[0] : undefined);
      if (!person?.mail) return null;
      const { id, mail } = person;
      const forgottenKey = randomUUID();
      const forgottenUntil = new Date(Date.now() + FORGOTTEN_MINUTES * 60_000);
      await this.rows.update({ id }, { forgottenKey, forgottenUntil });
      return {
        ...{ to: mail, subject: 'A new password for Oak Bell' },
        says: [
          `Hello ${person.name},`,
          `somebody, perhaps you, said that they have forgotten the password of ${person.signInName} in Oak Bell. The address below leads to a new one. It can be used once, within an hour.`,
          'If that was not you, do nothing: your password stays as it is.',
        ],
        link: {
          label: 'Choose a new password',
          path: `/new-password#${new URLSearchParams({ person: id, key: this.#keyOf(forgottenKey, id) }).toString()}`,
        },
      };
    });
  }

  async #changedLetter(id: string): Promise<Letter | null> {
    const person = await this.people.one(id);
    if (!person?.mail) return null;
    return {
      ...{ to: person.mail, subject: 'Your password for Oak Bell was changed' },
      says: [
        `Hello ${person.name},`,
        `the password of ${person.signInName} in Oak Bell has just been changed, and every other device was signed out.`,
        'If that was not you, choose another one now, or tell whoever keeps your school in Oak Bell.',
      ],
      link: { label: 'I have not done that', path: '/forgotten' },
    };
  }
}
