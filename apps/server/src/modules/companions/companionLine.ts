import { LARGEST_MESSAGE, type Standing } from '@oakbell/core/companion';
import type { WebSocket } from 'ws';

/** More messages a second than any pen makes are refused. */
const MOST_A_SECOND = 400;
/** What was said before it was known who speaks is kept up to so many messages. */
const MOST_EARLY = 50;
/** Bytes that wait to be taken by the other side: beyond it the line is cut, and comes back to a fresh page. */
const MOST_WAITING = 1024 * 1024;

/** Whose line it is. */
export interface Whose {
  readonly room: string;
  /** The device's number; null for the room itself. */
  readonly device: string | null;
  standing: Standing;
  readonly words: string;
  /** Of the room itself: the session that opened it. */
  readonly session?: string;
}

/** One WebSocket, with everything that can go wrong with it. What it says is handed on as JSON, in order. */
export class CompanionLine {
  alive = true;
  /** When something was last written on it, as the clock tells. */
  saidAt: number;
  whose: Whose | null = null;
  #early: unknown[] = [];
  #second = 0;
  #count = 0;
  readonly #socket: WebSocket;
  readonly #now: () => number;
  #said: (message: unknown) => void = (message) => {
    if (this.#early.length >= MOST_EARLY) return this.close(1008, 'too early');
    this.#early.push(message);
  };

  constructor(socket: WebSocket, now: () => number) {
    this.#socket = socket;
    this.#now = now;
    this.saidAt = now();
    socket.on('error', () => socket.terminate());
    socket.on('pong', () => (this.alive = true));
    socket.on('message', (data, isBinary) => this.#message(data as Buffer, isBinary));
  }

  onClose(listener: () => void): void {
    this.#socket.once('close', listener);
  }
  get isOpen(): boolean {
    return this.#socket.readyState === this.#socket.OPEN;
  }

  /** From here on it is known whose line it is; what was said before comes first. */
  hand(whose: Whose, said: (message: unknown) => void): void {
    this.whose = whose;
    this.#said = said;
    for (const message of this.#early.splice(0)) said(message);
  }

  send(message: object): void {
    if (!this.isOpen) return;
    if (this.#socket.bufferedAmount > MOST_WAITING) return this.#socket.terminate();
    this.#socket.send(JSON.stringify(message));
  }
  close(code: number, why: string): void {
    this.#socket.close(code, why);
  }
  cut(): void {
    this.#socket.terminate();
  }

  /** Asks whether the other side is still there; cuts the line if it did not answer the last time. */
  beat(): void {
    if (!this.alive) return this.cut();
    this.alive = false;
    if (this.isOpen) this.#socket.ping();
  }

  #message(data: Buffer, isBinary: boolean): void {
    const second = Math.floor(this.#now() / 1000);
    [this.#second, this.#count] = second === this.#second ? [second, this.#count + 1] : [second, 1];
    if (isBinary || this.#count > MOST_A_SECOND) return this.close(1008, 'too many');
    if (data.length > LARGEST_MESSAGE) return this.close(1009, 'too large');
    let message: unknown;
    try {
      message = JSON.parse(data.toString('utf8'));
    } catch {
      return this.close(1007, 'not JSON');
    }
    this.#said(message);
  }
}
