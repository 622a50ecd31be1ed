/*
 * Sends the parts of a take in order, as they are made, and tries again for as long as it takes. Nothing here
 * gives up: the server being away, a session that ended or a damaged part only delay. Voice and log stay in
 * memory until the take is finished, so that any part can be sent again; a film is too large for that, and lies in
 * the browser's own storage.
 */
import type { Sending, TakeFacts } from './captureProtocol.ts';

export type Track = 'voice' | 'log' | 'film';
const TRACKS: readonly Track[] = ['voice', 'log', 'film'];
interface Part {
  readonly track: Track;
  readonly number: number;
  readonly bytes: Uint8Array<ArrayBuffer>;
}
/** How many parts of each track. */
export type PartCounts = Readonly<Record<Track, number>>;
export const NO_PARTS: PartCounts = { voice: 0, log: 0, film: 0 };
/** The little of the network that is needed; a test puts its own in place. */
export interface Wire {
  send(method: 'PUT' | 'POST' | 'GET', path: string, body?: Uint8Array<ArrayBuffer> | object): Promise<WireAnswer>;
  pause(ms: number): Promise<void>;
}
/** `status` 0: the server was not reached. */
export interface WireAnswer {
  readonly status: number;
  readonly body: { readonly code?: string; readonly detail?: string; readonly [more: string]: unknown };
}
export interface SenderEvents {
  readonly sending: (state: Sending, partsWaiting: number) => void;
  readonly takenOver: () => void;
}

/** Seconds between tries while the server is away: short at first, never longer than ten. */
const PAUSES_S = [0.5, 1, 2, 4, 8, 10];
const SIGNED_OUT_PAUSE_MS = 2000;

/** The server refused for good; the words are its own. */
export class Refused extends Error {
  constructor(
    readonly code: string,
    text: string,
  ) {
    super(text);
  }
}

export class PartSender {
  /** Null once it has arrived and is too large to be kept: the parts of films. */
  readonly #parts: Record<Track, (Part | null)[]> = { voice: [], log: [], film: [] };
  readonly #first: PartCounts;
  readonly #queue: Part[] = [];
  #wake: () => void = () => undefined;
  #opened = false;
  #stopped = false;
  #tries = 0;
  readonly #wire: Wire;
  readonly #facts: TakeFacts;
  readonly #events: SenderEvents;

  /** @param first the numbers of the first parts: 0 unless a take is taken up again */
  constructor(wire: Wire, facts: TakeFacts, events: SenderEvents, first: PartCounts = NO_PARTS) {
    this.#wire = wire;
    this.#facts = facts;
    this.#events = events;
    this.#first = first;
  }

  add(track: Track, bytes: Uint8Array<ArrayBuffer>): void {
    const part = { track, number: this.#first[track] + this.#parts[track].length, bytes };
    this.#parts[track].push(part);
    this.#queue.push(part);
    this.#wake();
  }

  /** Sends until `finish` or `stop`. @throws Refused */
  async run(): Promise<void> {
    await this.#open();
    while (!this.#stopped) {
      const next = this.#queue[0];
      if (!next) {
        await new Promise<void>((resolve) => (this.#wake = resolve));
        continue;
      }
      await this.#sendPart(next);
      this.#queue.shift();
      if (next.track === 'film') this.#parts.film[next.number - this.#first.film] = null;
      this.#events.sending('fine', this.#queue.length);
    }
  }

  stop(): void {
    this.#stopped = true;
    this.#wake();
  }

  /** Waits until everything has arrived and closes the take. @throws Refused */
  async finish(frames: number): Promise<void> {
    while (this.#queue.length > 0 || !this.#opened) await this.#wire.pause(50);
    const count = (track: Track) => this.#first[track] + this.#parts[track].length;
    for (;;) {
      const body = {
        voiceParts: count('voice'),
        logParts: count('log'),
        filmParts: count('film'),
        frames,
        ...(this.#facts.aside ? { aside: true } : {}),
      };
      const answer = await this.#persist('POST', `/api/takes/${this.#facts.takeId}/finish`, body);
      if (answer.status < 300) break;
      if (answer.body.code !== 'parts-missing')
        throw new Refused(answer.body.code ?? 'failed', answer.body.detail ?? '');
      const missing = answer.body['missing'] as Record<Track, readonly number[]>;
      for (const track of TRACKS) {
        for (const number of missing[track] ?? []) {
          const part = this.#parts[track][number - this.#first[track]];
          if (!part) throw new Refused('parts-missing', 'Some parts of this recording are no longer in this browser.');
          await this.#sendPart(part);
        }
      }
    }
    this.stop();
  }

  async #open(): Promise<void> {
    const { takeId, lessonId, windowKey, takeOver } = this.#facts;
    const answer = await this.#persist('PUT', `/api/takes/${takeId}`, { lessonId, windowKey, takeOver });
    if (answer.status >= 300)
      throw new Refused(answer.body.code ?? 'failed', answer.body.detail ?? 'The take was refused.');
    this.#opened = true;
  }

  async #sendPart(part: Part): Promise<void> {
    const path = `/api/takes/${this.#facts.takeId}/parts/${part.track}/${part.number}?digest=${await digestOf(part.bytes)}`;
    for (let damaged = 0; damaged < 5; damaged += 1) {
      const answer = await this.#persist('PUT', path, part.bytes);
      if (answer.status < 300) return;
      if (answer.body.code === 'taken-over') return this.#events.takenOver();
      if (answer.body.code !== 'part-damaged')
        throw new Refused(answer.body.code ?? 'failed', answer.body.detail ?? '');
    }
    throw new Refused(
      'part-damaged',
      'A part of the recording arrives damaged each time. It stays safe in this browser.',
    );
  }

  /** Tries until the server gives an answer that is not about the server itself. */
  async #persist(method: 'PUT' | 'POST', path: string, body: Uint8Array<ArrayBuffer> | object): Promise<WireAnswer> {
    for (;;) {
      const answer = await this.#wire.send(method, path, body);
      if (answer.status === 401) {
        this.#events.sending('signed-out', this.#queue.length);
        await this.#wire.pause(SIGNED_OUT_PAUSE_MS);
      } else if (answer.status === 0 || answer.status >= 500 || answer.status === 429) {
        this.#events.sending('waiting', this.#queue.length);
        await this.#wire.pause((PAUSES_S[Math.min(this.#tries, PAUSES_S.length - 1)] ?? 10) * 1000);
        this.#tries += 1;
      } else {
        this.#tries = 0;
        return answer;
      }
    }
  }
}

async function digestOf(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', bytes);
  return [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}
