import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { In, LessThan, MoreThan, Not, Repository } from 'typeorm';
import { Gathered } from '../database/index.ts';
import { SessionEntity, type Role, type SessionKind } from './session.entity.ts';

/** Who makes a request. */
export interface Person {
  readonly id: string;
  readonly role: Role;
}
/** A person in a session of theirs. */
export interface SignedIn extends Person {
  readonly sessionId: string;
  /** Names the session in the addresses of media, without telling its secret. */
  readonly tag: string;
  readonly mustChange: boolean;
  readonly endsAt: Date;
}

/** A session ends this long after it was begun, whatever is done in it: a week … */
export const SESSION_HOURS = 7 * 24;
/** … and when nothing was asked in it for so long: whoever uses it goes on with it. */
export const IDLE_HOURS = 2;
const HOUR_MS = 3_600_000;
/** The last moment of a session is noted to this exactness. */
const NOTED_MS = 60_000;

/**
 * The name of a session's cookie. Over TLS browsers promise for a name that begins like this that no other host has set
 * it, and that it never travels in the clear.
 */
export const sessionCookie = (secure: boolean): string => (secure ? '__Host-oakbell_session' : 'oakbell_session');

/** The same for what a frame of a page elsewhere carries. */
export const frameCookie = (secure: boolean): string => (secure ? '__Host-oakbell_frame' : 'oakbell_frame');

const digestOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');
/** A name for a secret, which does not tell it. */
export const tagOf = (secret: string): string =>
  createHash('sha256').update(`tag ${secret}`).digest('base64url').slice(0, 16);

interface NewSession {
  readonly device: string;
  readonly kind?: SessionKind;
  readonly mustChange: boolean;
}

@Injectable()
export class SessionsService {
  readonly #found = new Gathered<string, SessionEntity | null>(async (digests) => {
    const rows = await this.sessions.findBy({ digest: In([...digests]) });
    const byDigest = new Map(rows.map((row) => [row.digest, row]));
    return digests.map((digest) => byDigest.get(digest) ?? null);
  });

  constructor(@InjectRepository(SessionEntity) private readonly sessions: Repository<SessionEntity>) {}

  /** Begins a session and returns its secret, which is not stored. Sessions past their end are swept away. */
  async begin(person: Person, { device, mustChange, kind = 'whole' }: NewSession): Promise<string> {
    const secret = randomBytes(32).toString('base64url');
    const now = Date.now();
    await this.sessions.delete({ expiresAt: LessThan(new Date(now)) });
    await this.sessions.insert({
      digest: digestOf(secret),
      id: randomUUID(),
      tag: tagOf(secret),
      personId: person.id,
      role: person.role,
      kind,
      device,
      mustChange,
      startedAt: new Date(now),
      lastAt: new Date(now),
      expiresAt: new Date(now + SESSION_HOURS * HOUR_MS),
    });
    return secret;
  }

  /** The person a secret stands for, or null when it is unknown, of another kind, was idle for too long, or its time is over. */
  async personOf(secret: string, kind: SessionKind = 'whole'): Promise<SignedIn | null> {
    const now = Date.now();
    const found = await this.#found.ask(digestOf(secret));
    if (
      found?.kind !== kind ||
      found.expiresAt.getTime() <= now ||
      found.lastAt.getTime() <= now - IDLE_HOURS * HOUR_MS
    )
      return null;
    if (now - found.lastAt.getTime() > NOTED_MS)
      await this.sessions.update({ digest: found.digest }, { lastAt: new Date(now) });
    const { personId, role, id, tag, mustChange, expiresAt: endsAt } = found;
    return { id: personId, role, sessionId: id, tag, mustChange, endsAt };
  }

  /** A person's sessions that still count, the newest first. */
  async of(personId: string): Promise<readonly SessionEntity[]> {
    const now = Date.now();
    return this.sessions.find({
      where: {
        personId,
        expiresAt: MoreThan(new Date(now)),
        lastAt: MoreThan(new Date(now - IDLE_HOURS * HOUR_MS)),
      },
      order: { lastAt: 'DESC' },
    });
  }

  /** Ends the session of a secret, and gives its tag; null where there is none. */
  async end(secret: string): Promise<string | null> {
    const { affected } = await this.sessions.delete({ digest: digestOf(secret) });
    return affected ? tagOf(secret) : null;
  }

  /** Ends one session of a person, all of them but one, or all. Gives the tags of those that ended. */
  async endOf(personId: string, which: { readonly id?: string; readonly allBut?: string }): Promise<readonly string[]> {
    const { id, allBut } = which;
    const where = { personId, ...(id ? { id } : {}), ...(allBut ? { id: Not(allBut) } : {}) };
    const ended = await this.sessions.findBy(where);
    await this.sessions.delete(where);
    return ended.map((one) => one.tag);
  }

  /** Ends every session of these people. Gives the tags of those that ended. */
  async endOfAll(personIds: readonly string[]): Promise<readonly string[]> {
    const where = { personId: In([...personIds]) };
    const ended = await this.sessions.findBy(where);
    if (ended.length > 0) await this.sessions.delete(where);
    return ended.map((one) => one.tag);
  }
}
