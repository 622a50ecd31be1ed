/*
 * The line between a recording room and its pen companions. The server only passes messages on: what is written
 * becomes part of a take in the room, and nowhere else. A room is a signed-in teacher's; a companion has a token.
 */
import { Injectable, Logger } from '@nestjs/common';
import { parse } from 'cookie';
import type { IncomingMessage, Server } from 'node:http';
import type { Duplex } from 'node:stream';
import { WebSocketServer, type WebSocket } from 'ws';
import { comesFromHere } from '../../platform/http/index.ts';
import { SESSION_COOKIE, SessionsService } from '../../platform/sessions/index.ts';
import { CompanionsService } from './companions.service.ts';

export const COMPANION_PATH = '/api/companion/line';
/** The largest message, in bytes: a page full of ink. */
const LARGEST = 4 * 1024 * 1024;
/** More messages a second than any pen makes are refused. */
const MOST_A_SECOND = 400;
/** A line that does not answer within so long is cut, in ms. */
const HEARTBEAT_MS = 15_000;

interface Line {
  readonly socket: WebSocket;
  readonly room: string;
  /** The device's number; null for the room itself. */
  readonly device: string | null;
  alive: boolean;
}

@Injectable()
export class CompanionSocket {
  readonly #log = new Logger('companions');
  readonly #lines = new Set<Line>();
  readonly #server = new WebSocketServer({ noServer: true, maxPayload: LARGEST });

  constructor(
    private readonly companions: CompanionsService,
    private readonly sessions: SessionsService,
  ) {}

  /** Answers the upgrade requests of an HTTP server; returns how to stop. */
  attach(http: Server): () => void {
    const onUpgrade = (request: IncomingMessage, socket: Duplex, head: Buffer) =>
      void this.#upgrade(request, socket, head);
    http.on('upgrade', onUpgrade);
    const beat = setInterval(() => this.#beat(), HEARTBEAT_MS);
    beat.unref();
    return () => {
      clearInterval(beat);
      http.off('upgrade', onUpgrade);
      for (const line of this.#lines) line.socket.terminate();
    };
  }

  async #upgrade(request: IncomingMessage, socket: Duplex, head: Buffer): Promise<void> {
    const url = new URL(request.url ?? '/', 'http://here');
    if (url.pathname !== COMPANION_PATH) return void socket.destroy();
    const { origin, host } = request.headers;
    const who = comesFromHere({ origin, host }) ? await this.#whoIs(request, url).catch(() => null) : null;
    if (!who) {
      socket.end('HTTP/1.1 403 Forbidden\r\nConnection: close\r\n\r\n');
      return;
    }
    this.#server.handleUpgrade(request, socket, head, (opened) => this.#open({ socket: opened, alive: true, ...who }));
  }

  async #whoIs(request: IncomingMessage, url: URL): Promise<{ room: string; device: string | null } | null> {
    const token = url.searchParams.get('token');
    if (token) {
      const found = this.companions.byToken(token);
      return found ? { room: found.room.id, device: found.device } : null;
    }
    const secret = parse(request.headers.cookie ?? '')[SESSION_COOKIE];
    const person = secret ? await this.sessions.personOf(secret) : null;
    const room = this.companions.byId(url.searchParams.get('room') ?? '');
    return person && room && room.ownerId === person.id ? { room: room.id, device: null } : null;
  }

  #open(line: Line): void {
    const { socket, room, device } = line;
    // A room or device that comes back takes the place of its old line.
    for (const other of this.#lines) if (other.room === room && other.device === device) other.socket.terminate();
    this.#lines.add(line);
    let [second, count] = [0, 0];
    socket.on('pong', () => (line.alive = true));
    socket.on('message', (data, isBinary) => {
      const now = Math.floor(Date.now() / 1000);
      [second, count] = now === second ? [second, count + 1] : [now, 1];
      if (isBinary || count > MOST_A_SECOND) return socket.close(1008, 'too many');
      this.#pass(line, (data as Buffer).toString('utf8'));
    });
    socket.on('error', (failure) => this.#log.warn(failure.message));
    socket.on('close', () => {
      this.#lines.delete(line);
      if (device === null) return;
      this.#toRoom(room, JSON.stringify({ kind: 'left', device }));
    });
    if (device !== null) this.#toRoom(room, JSON.stringify({ kind: 'joined', device }));
    else for (const one of this.#devices(room)) socket.send(JSON.stringify({ kind: 'joined', device: one.device }));
  }

  /** A device speaks to the room, which hears which one; the room speaks to all, or to the device it names. */
  #pass(from: Line, text: string): void {
    let message: { to?: unknown };
    try {
      message = JSON.parse(text) as { to?: unknown };
    } catch {
      return from.socket.close(1007, 'not JSON');
    }
    if (from.device !== null) return this.#toRoom(from.room, JSON.stringify({ ...message, device: from.device }));
    for (const line of this.#devices(from.room)) {
      if (message.to === undefined || message.to === line.device) line.socket.send(text);
    }
    if ((message as { kind?: unknown }).kind === 'closed') this.companions.close(from.room);
  }

  #devices(room: string): readonly Line[] {
    return [...this.#lines].filter((line) => line.room === room && line.device !== null);
  }
  #toRoom(room: string, text: string): void {
    for (const line of this.#lines) if (line.room === room && line.device === null) line.socket.send(text);
  }

  #beat(): void {
    for (const line of this.#lines) {
      if (!line.alive) line.socket.terminate();
      line.alive = false;
      line.socket.ping();
    }
  }
}
