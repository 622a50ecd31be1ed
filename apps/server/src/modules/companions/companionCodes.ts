import { randomBytes, randomInt } from 'node:crypto';

/** Letters and figures that cannot be mistaken for one another when read off a screen. */
const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';
const LENGTH = 6;
/** A code lets devices join for so long; those that joined stay until the room closes. */
export const CODE_MS = 10 * 60_000;
/** So many devices may join one room. */
export const MOST_COMPANIONS = 4;
/** So many wrong codes from one address, within the time a code lives, and it has to wait. */
const MOST_GUESSES = 10;

export interface Room {
  readonly id: string;
  readonly lessonId: string;
  readonly ownerId: string;
  readonly code: string;
  readonly expiresAt: number;
  /** Secret of each device that joined, by its number. */
  readonly tokens: Map<string, string>;
}
export type Joined =
  | { readonly ok: true; readonly room: Room; readonly token: string }
  /** `unknown`: no such code, or its time is over. `full`: enough devices have joined. `too-many-guesses`: wait. */
  | { readonly ok: false; readonly reason: 'unknown' | 'full' | 'too-many-guesses' };

/** The codes of open rooms. They live in memory: a room that is lost asks for a new code. */
export class CompanionCodes {
  readonly #rooms = new Map<string, Room>();
  readonly #guesses = new Map<string, number[]>();
  readonly #now: () => number;

  constructor(now: () => number = Date.now) {
    this.#now = now;
  }

  /** A new room with a code of its own. */
  open(lessonId: string, ownerId: string): Room {
    const id = randomBytes(16).toString('hex');
    const room = {
      id,
      lessonId,
      ownerId,
      code: this.#freshCode(),
      expiresAt: this.#now() + CODE_MS,
      tokens: new Map(),
    };
    this.#rooms.set(id, room);
    return room;
  }

  /** Another code for an open room, so that more devices can join; those that are there stay. */
  renew(room: Room): Room {
    const renewed = { ...room, code: this.#freshCode(), expiresAt: this.#now() + CODE_MS };
    this.#rooms.set(room.id, renewed);
    return renewed;
  }

  #freshCode(): string {
    const taken = new Set([...this.#rooms.values()].map((room) => room.code));
    for (;;) {
      const code = Array.from({ length: LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('');
      if (!taken.has(code)) return code;
    }
  }

  close(roomId: string): void {
    this.#rooms.delete(roomId);
  }

  /** Lets a device join by its code; `address` is where it comes from. */
  join(code: string, address: string): Joined {
    const now = this.#now();
    const guesses = (this.#guesses.get(address) ?? []).filter((at) => at > now - CODE_MS);
    if (guesses.length >= MOST_GUESSES) return { ok: false, reason: 'too-many-guesses' };
    const room = [...this.#rooms.values()].find((one) => one.code === code.trim().toUpperCase() && one.expiresAt > now);
    if (!room) {
      this.#guesses.set(address, [...guesses, now]);
      return { ok: false, reason: 'unknown' };
    }
    if (room.tokens.size >= MOST_COMPANIONS) return { ok: false, reason: 'full' };
    const token = randomBytes(24).toString('base64url');
    room.tokens.set(token, String(room.tokens.size + 1));
    return { ok: true, room, token };
  }

  /** The room a device has joined, and its number there; null when the room is closed or the token is none. */
  byToken(token: string): { readonly room: Room; readonly device: string } | null {
    for (const room of this.#rooms.values()) {
      const device = room.tokens.get(token);
      if (device) return { room, device };
    }
    return null;
  }

  byId(roomId: string): Room | null {
    return this.#rooms.get(roomId) ?? null;
  }
}
