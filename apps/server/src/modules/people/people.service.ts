import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { hash, verify } from '@node-rs/argon2';
import { createHash, randomUUID } from 'node:crypto';
import { In, LessThan, MoreThan, Repository } from 'typeorm';
import { Problem } from '../../platform/http/index.ts';
import type { Role } from '../../platform/sessions/index.ts';
import { PersonEntity, SignInFailureEntity } from './person.entity.ts';
import { comparableName, FAILURE_WINDOW_MINUTES, mayTrySignIn } from './people.rules.ts';

interface NewPerson {
  readonly signInName: string;
  readonly name: string;
  readonly role: Role;
  readonly password: string;
}

/** Stands in for an unknown person's hash, so that an unknown name takes as long as a wrong password. */
const NOBODY = '$argon2id$v=19$m=19456,t=2,p=1$b2FrYmVsbG9ha2JlbGw$Zb1Yk0m7ZqVvN9p4bF3m6N3qk3cV1cN0T0m8l5m2b6Y';

const digest = (text: string): string => createHash('sha256').update(text).digest('hex');

@Injectable()
export class PeopleService {
  constructor(
    @InjectRepository(PersonEntity) private readonly people: Repository<PersonEntity>,
    @InjectRepository(SignInFailureEntity) private readonly failures: Repository<SignInFailureEntity>,
  ) {}

  async add({ password, signInName, ...person }: NewPerson): Promise<PersonEntity> {
    const passwordHash = await hash(password);
    const made = this.people.create({
      ...person,
      signInName: comparableName(signInName),
      id: randomUUID(),
      passwordHash,
      createdAt: new Date(),
    });
    await this.people.insert(made);
    return made;
  }

  /** The person with this name and password. @throws Problem `wrong-sign-in` or `too-many-sign-ins` */
  async signIn(signInName: string, password: string, address: string): Promise<PersonEntity> {
    const keys = { name: digest(`name ${comparableName(signInName)}`), address: digest(`address ${address}`) };
    const since = MoreThan(new Date(Date.now() - FAILURE_WINDOW_MINUTES * 60_000));
    const forName = await this.failures.countBy({ key: keys.name, at: since });
    const forAddress = await this.failures.countBy({ key: keys.address, at: since });
    if (!mayTrySignIn({ forName, forAddress })) {
      throw new Problem(
        429,
        'too-many-sign-ins',
        `Too many tries. Wait ${FAILURE_WINDOW_MINUTES} minutes, or ask your school keeper.`,
      );
    }
    const person = await this.people.findOneBy({ signInName: comparableName(signInName) });
    const matches = await verify(person?.passwordHash ?? NOBODY, password).catch(() => false);
    if (person && matches) {
      await this.failures.delete({ key: keys.name });
      return person;
    }
    await this.failures.delete({ at: LessThan(new Date(Date.now() - FAILURE_WINDOW_MINUTES * 60_000)) });
    for (const key of [keys.name, keys.address]) await this.failures.insert({ id: randomUUID(), key, at: new Date() });
    throw new Problem(401, 'wrong-sign-in', 'Name or password is not right. Check both and try again.');
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
