import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { hash, verify } from '@node-rs/argon2';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { Problem } from '../../platform/http/index.ts';
import type { Role } from '../../platform/sessions/index.ts';
import { PersonEntity } from './person.entity.ts';
import { comparableName, passwordFault, PASSWORD_WORDS } from './people.rules.ts';
import { SignInLimits } from './signInLimits.ts';
import { isWellKnown } from './wellKnown.ts';

interface NewPerson {
  readonly signInName: string;
  readonly name: string;
  readonly role: Role;
  readonly password: string;
  /** The password is a first one, given by somebody else. */
  readonly mustChange?: boolean;
}

/** Stands in for an unknown person's hash, so that an unknown name takes as long as a wrong password. */
const NOBODY = '$argon2id$v=19$m=19456,t=2,p=1$b2FrYmVsbG9ha2JlbGw$Zb1Yk0m7ZqVvN9p4bF3m6N3qk3cV1cN0T0m8l5m2b6Y';

@Injectable()
export class PeopleService {
  constructor(
    @InjectRepository(PersonEntity) private readonly people: Repository<PersonEntity>,
    private readonly limits: SignInLimits,
  ) {}

  async add({ password, signInName, mustChange = false, ...person }: NewPerson): Promise<PersonEntity> {
    const passwordHash = await hash(password);
    const made = this.people.create({
      ...person,
      signInName: comparableName(signInName),
      id: randomUUID(),
      passwordHash,
      mustChange,
      createdAt: new Date(),
    });
    await this.people.insert(made);
    return made;
  }

  /** The person with this name and password. @throws Problem `wrong-sign-in` or `too-many-sign-ins` */
  async signIn(signInName: string, password: string, address: string): Promise<PersonEntity> {
    const name = comparableName(signInName);
    await this.limits.count(name, address);
    const person = await this.people.findOneBy({ signInName: name });
    const matches = await verify(person?.passwordHash ?? NOBODY, password).catch(() => false);
    if (!person || !matches)
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
    const person = await this.people.findOneByOrFail({ id });
    await this.limits.count(person.signInName, address);
    if (!(await verify(person.passwordHash, current).catch(() => false)))
      throw new Problem(422, 'wrong-password', 'This is not the password you have now. Nothing was changed.', {
        fields: { current: 'This is not the password you have now.' },
      });
    const fault =
      next === current ? 'same' : passwordFault({ password: next, signInName: person.signInName, isWellKnown });
    if (fault)
      throw new Problem(422, 'bad-password', `${PASSWORD_WORDS[fault]} Nothing was changed.`, {
        fields: { next: PASSWORD_WORDS[fault] },
      });
    await this.people.update({ id }, { passwordHash: await hash(next), mustChange: false });
    await this.limits.succeeded(person.signInName, address);
  }

  async byIds(ids: readonly string[]): Promise<ReadonlyMap<string, PersonEntity>> {
    const found = ids.length === 0 ? [] : await this.people.findBy({ id: In([...ids]) });
    return new Map(found.map((person) => [person.id, person]));
  }

  async one(id: string): Promise<PersonEntity | null> {
    return this.people.findOneBy({ id });
  }

  async all(): Promise<readonly PersonEntity[]> {
    return this.people.find({ order: { role: 'ASC', name: 'ASC' } });
  }
}
