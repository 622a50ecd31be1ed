import { Inject, Injectable } from '@nestjs/common';
import type { Redis } from 'ioredis';
import type { Standing } from '@oakbell/core/companion';
import { randomBytes, randomInt } from 'node:crypto';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { REDIS } from '../../platform/redis/index.ts';

/** Letters and figures that cannot be mistaken for one another when read off a screen. */
const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';
const LENGTH = 6;
/** A code lets devices ask for so long; those that were let in stay until the room closes. */
export const CODE_MS = 10 * 60_000;
/** A room that is not heard of ends after so long, with its tokens: its teacher has gone. */
export const ROOM_MS = 15 * 60_000;
/** So many devices may be in one room, or ask to be. */
export const MOST_COMPANIONS = 4;
/**
 * So many wrong codes from one address, within the time a code lives, and it has to wait. A school is behind one address;
 * there are a thousand million codes, and the teacher has to say yes besides.
 */
export const MOST_GUESSES = 100;

export interface Room {
  readonly id: string;
  readonly lessonId: string;
  readonly ownerId: string;
  readonly code: string;
  readonly expiresAt: number;
}
/** A device that has a token for a room. */
export interface Device {
  readonly room: string;
  /** Its number in the room. */
  readonly device: string;
  readonly standing: Standing;
  readonly words: string;
}
export type Joined =
  | { readonly ok: true; readonly token: string; readonly room: string }
  /** `unknown`: no such code, or its time is over. `full`: enough devices have joined. `too-many-guesses`: wait. */
  | { readonly ok: false; readonly reason: 'unknown' | 'full' | 'too-many-guesses' };

/** Rooms, their codes and the tokens of their devices, for every process: they live in Redis and end by themselves. */
@Injectable()
export class CompanionRooms {
  readonly #prefix: string;

  constructor(
    @Inject(REDIS) private readonly redis: Redis,
    @Inject(CONFIG) { queue }: Config,
  ) {
    this.#prefix = `${queue}:companion`;
  }

  /** A new room with a code of its own. */
  async open(lessonId: string, ownerId: string): Promise<Room> {
    const id = randomBytes(16).toString('hex');
    await this.redis.hset(this.#room(id), { lessonId, ownerId });
    return this.renew({ id, lessonId, ownerId });
  }

  /** Another code for a room, so that more devices can ask; those that are there stay. */
  async renew({ id, lessonId, ownerId }: Pick<Room, 'id' | 'lessonId' | 'ownerId'>): Promise<Room> {
    const before = await this.redis.hget(this.#room(id), 'code');
    if (before) await this.redis.del(this.#code(before));
    const code = await this.#freshCode(id);
    const expiresAt = Date.now() + CODE_MS;
    await this.redis.hset(this.#room(id), { code, expiresAt });
    await this.keep(id);
    return { id, lessonId, ownerId, code, expiresAt };
  }

  async #freshCode(roomId: string): Promise<string> {
    for (;;) {
      const code = Array.from({ length: LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('');
      if ((await this.redis.set(this.#code(code), roomId, 'PX', CODE_MS, 'NX')) === 'OK') return code;
    }
  }

  /** The room is still in use. */
  async keep(roomId: string): Promise<void> {
    await this.redis.pexpire(this.#room(roomId), ROOM_MS);
    await this.redis.pexpire(this.#devices(roomId), ROOM_MS);
  }

  async byId(id: string): Promise<Room | null> {
    if (!/^[0-9a-f]{32}$/.test(id)) return null;
    const { lessonId, ownerId, code = '', expiresAt } = await this.redis.hgetall(this.#room(id));
    return lessonId && ownerId ? { id, lessonId, ownerId, code, expiresAt: Number(expiresAt ?? 0) } : null;
  }

  /** Ends a room: its code and all tokens with it. */
  async close(roomId: string): Promise<void> {
    const code = await this.redis.hget(this.#room(roomId), 'code');
    const tokens = Object.values(await this.redis.hgetall(this.#devices(roomId)));
    await this.redis.del(
      this.#room(roomId),
      this.#devices(roomId),
      ...(code ? [this.#code(code)] : []),
      ...tokens.map((token) => this.#token(token)),
    );
  }

  /** A device asks to join by a code; `address` is where it comes from, `words` tell which browser it is. */
  async join(code: string, { address, words }: { address: string; words: string }): Promise<Joined> {
    const guesses = `${this.#prefix}:guesses:${address}`;
    const tried = await this.redis.incr(guesses);
    if (tried === 1) await this.redis.pexpire(guesses, CODE_MS);
    if (tried > MOST_GUESSES) return { ok: false, reason: 'too-many-guesses' };
    const room = await this.redis.get(this.#code(code.trim().toUpperCase()));
    if (!room || !(await this.byId(room))) return { ok: false, reason: 'unknown' };
    await this.redis.decr(guesses);
    if ((await this.redis.hlen(this.#devices(room))) >= MOST_COMPANIONS) return { ok: false, reason: 'full' };
    const device = String(await this.redis.hincrby(this.#room(room), 'last', 1));
    const token = randomBytes(24).toString('base64url');
    await this.redis.hset(this.#devices(room), device, token);
    await this.redis.hset(this.#token(token), { room, device, words, standing: 'asking' });
    await this.redis.pexpire(this.#token(token), 12 * 3_600_000);
    await this.keep(room);
    return { ok: true, token, room };
  }

  /** The device of a token; null when it is none, was cut off, or its room is over. */
  async byToken(token: string): Promise<Device | null> {
    if (!/^[\w-]{32}$/.test(token)) return null;
    const { room, device, standing, words = '' } = await this.redis.hgetall(this.#token(token));
    if (!room || !device || (standing !== 'asking' && standing !== 'in')) return null;
    return (await this.byId(room)) ? { room, device, standing, words } : null;
  }

  /** The teacher's yes. Returns whether there is such a device. */
  async letIn(room: string, device: string): Promise<boolean> {
    const token = await this.redis.hget(this.#devices(room), device);
    if (!token) return false;
    await this.redis.hset(this.#token(token), 'standing', 'in');
    return true;
  }

  /** Ends a device's token: the teacher's no, or it was idle for too long. */
  async cutOff(room: string, device: string): Promise<void> {
    const token = await this.redis.hget(this.#devices(room), device);
    await this.redis.hdel(this.#devices(room), device);
    if (token) await this.redis.del(this.#token(token));
  }

  #room(id: string): string {
    return `${this.#prefix}:room:${id}`;
  }
  #devices(id: string): string {
    return `${this.#prefix}:devices:${id}`;
  }
  #code(code: string): string {
    return `${this.#prefix}:code:${code}`;
  }
  #token(token: string): string {
    return `${this.#prefix}:token:${token}`;
  }
}
