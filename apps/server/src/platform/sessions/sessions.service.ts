import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { createHash, randomBytes } from 'node:crypto';
import { LessThan, MoreThan, Repository } from 'typeorm';
import { SessionEntity, type Role } from './session.entity.ts';

/** Who makes a request. */
export interface Person {
  readonly id: string;
  readonly role: Role;
}

/** A session ends this long after it was begun. */
export const SESSION_HOURS = 12;
export const SESSION_COOKIE = 'oakbell_session';

const digestOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');

@Injectable()
export class SessionsService {
  constructor(@InjectRepository(SessionEntity) private readonly sessions: Repository<SessionEntity>) {}

  /** Begins a session and returns its secret, which is not stored. Sessions past their end are swept away. */
  async begin(person: Person): Promise<string> {
    const secret = randomBytes(32).toString('base64url');
    const expiresAt = new Date(Date.now() + SESSION_HOURS * 3_600_000);
    await this.sessions.delete({ expiresAt: LessThan(new Date()) });
    await this.sessions.insert({ digest: digestOf(secret), personId: person.id, role: person.role, expiresAt });
    return secret;
  }

  /** The person a secret stands for, or null when it is unknown or its time is over. */
  async personOf(secret: string): Promise<Person | null> {
    const found = await this.sessions.findOneBy({ digest: digestOf(secret), expiresAt: MoreThan(new Date()) });
    return found ? { id: found.personId, role: found.role } : null;
  }

  async end(secret: string): Promise<void> {
    await this.sessions.delete({ digest: digestOf(secret) });
  }
}
