/*
 * The line between a recording room and its pen companions. The server only passes messages on: what is written
 * becomes part of a take in the room, and nowhere else. A room is a signed-in teacher's; a companion has a token, and
 * is heard once the teacher has let it in. Room and devices may be on different HTTP processes: they meet on the bus.
 */
import { present } from '@oakbell/core/present';
import { Inject, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { WebSocketGateway, type OnGatewayConnection, type OnGatewayInit } from '@nestjs/websockets';
import {
  LARGEST_MESSAGE,
  LINE_OVER,
  readFromDevice,
  readFromRoom,
  type AboutDevice,
  type FromRoom,
  type ToDevice,
  type ToRoom,
} from '@oakbell/core/companion';
import { parse } from 'cookie';
import type { IncomingMessage } from 'node:http';
import type { WebSocket } from 'ws';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { comesFromHere } from '../../platform/http/index.ts';
import { Bus } from '../../platform/redis/index.ts';
import { sessionCookie, SessionsService } from '../../platform/sessions/index.ts';
import { COMPANION_COOKIE } from '../access/index.ts';
import { CompanionLine, type Whose } from './companionLine.ts';
import { CompanionRooms } from './companionRooms.service.ts';

export const COMPANION_PATH = '/api/companion/line';
/** A line that does not answer within so long is cut, in ms. */
const HEARTBEAT_MS = 15_000;
/** Beats between two looks at whether a room's teacher is still signed in. */
const BEATS_A_LOOK = 4;

/** What processes tell each other of a room. */
type OnBus =
  | { readonly to: 'room'; readonly message: ToRoom }
  | { readonly to: 'devices'; readonly message: FromRoom }
  /** A line has opened: an older one of the same device, wherever it is, gives way. */
  | { readonly to: 'lines'; readonly device: string | null; readonly line: string }
  /** The room has come back and asks who is there. */
  | { readonly to: 'who' };

@WebSocketGateway({ path: COMPANION_PATH, maxPayload: LARGEST_MESSAGE })
export class CompanionsGateway implements OnGatewayInit, OnGatewayConnection<WebSocket>, OnApplicationShutdown {
  readonly #log = new Logger('companions');
  readonly #lines = new Map<CompanionLine, string>();
  #timer: NodeJS.Timeout | null = null;
  #beats = 0;
  #serial = 0;

  constructor(
    private readonly rooms: CompanionRooms,
    private readonly sessions: SessionsService,
    private readonly bus: Bus,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  afterInit(): void {
    this.#timer = setInterval(() => void this.beat(), HEARTBEAT_MS);
    this.#timer.unref();
  }

  onApplicationShutdown(): void {
    if (this.#timer) clearInterval(this.#timer);
    for (const line of this.#lines.keys()) line.cut();
  }

  handleConnection(socket: WebSocket, request: IncomingMessage): void {
    const line = new CompanionLine(socket, Date.now);
    this.#open(line, request).catch((failure: Error) => {
      this.#log.warn(`a line could not be opened: ${failure.message}`);
      line.close(1011, 'try again');
    });
  }

  async #open(line: CompanionLine, request: IncomingMessage): Promise<void> {
    const whose = await this.#whoIs(request);
    if (!whose) return line.close(LINE_OVER.refused, 'refused');
    const { room, device, words } = whose;
    const name = `${process.pid}-${(this.#serial += 1)}`;
    this.#lines.set(line, name);
    const deaf = await this.bus.on(topic(room), (message) => this.#hear(line, message as OnBus));
    const leave = () => {
      this.#lines.delete(line);
      void deaf();
      if (device !== null && line.whose?.standing !== undefined)
        void this.#tellRoom(room, device, { kind: 'left', why: 'line' });
    };
    if (!line.isOpen) return leave();
    line.onClose(leave);
    // A room or device that comes back takes the place of its old line, in whatever process that is.
    await this.#say(room, { to: 'lines', device, line: name });
    if (device === null) {
      await this.rooms.keep(room);
      await this.#say(room, { to: 'who' });
      line.hand(whose, (message) => this.#fromRoom(line, room, message));
    } else {
      line.send({ kind: 'standing', standing: whose.standing, device } satisfies ToDevice);
      await this.#tellRoom(room, device, { kind: whose.standing === 'in' ? 'joined' : 'asks', words });
      line.hand(whose, (message) => this.#fromDevice(line, whose, message));
    }
  }

  async #whoIs(request: IncomingMessage): Promise<Whose | null> {
    const { origin, host, cookie = '' } = request.headers;
    if (!comesFromHere({ origin, host })) return null;
    const cookies = parse(cookie);
    const room = new URL(request.url ?? '/', 'http://here').searchParams.get('room');
    if (room === null) {
      const found = await this.rooms.byToken(cookies[COMPANION_COOKIE] ?? '');
      return found && { ...found };
    }
    const secret = cookies[sessionCookie(this.config.secureCookies)];
    const person = secret ? await this.sessions.personOf(secret) : null;
    const opened = await this.rooms.byId(room);
    if (!secret || !person || !opened || opened.ownerId !== person.id) return null;
    return { room, device: null, standing: 'in', words: '', session: secret };
  }

  /** A device speaks to the room, which hears which one; one that was not let in is not heard. */
  #fromDevice(line: CompanionLine, { room, device }: Whose, message: unknown): void {
    const read = readFromDevice(message);
    if (!read) return line.close(1008, 'not understood');
    if (line.whose?.standing !== 'in') return;
    if (read.kind === 'pen') line.saidAt = Date.now();
    void this.#say(room, { to: 'room', message: { ...read, device: present(device) } });
  }

  /** The room speaks to all, or to the device it names; some of it is for the server to do. */
  #fromRoom(line: CompanionLine, room: string, message: unknown): void {
    const read = readFromRoom(message);
    if (!read) return line.close(1008, 'not understood');
    const after = () => this.#say(room, { to: 'devices', message: read });
    const done =
      read.kind === 'let-in'
        ? this.rooms.letIn(room, read.to).then(after)
        : read.kind === 'cut-off'
          ? this.rooms.cutOff(room, read.to).then(after)
          : read.kind === 'closed'
            ? this.rooms.close(room).then(after)
            : after();
    done.catch((failure: Error) => {
      this.#log.warn(`a message was not passed on: ${failure.message}`);
      line.cut();
    });
  }

  /** What a process said of a room reaches the lines of it that are here. */
  #hear(line: CompanionLine, message: OnBus): void {
    const { whose } = line;
    if (message.to === 'lines') {
      if (whose && message.device === whose.device && message.line !== this.#lines.get(line)) line.cut();
      return;
    }
    if (!whose) return;
    if (message.to === 'room') {
      if (whose.device === null) line.send(message.message);
      return;
    }
    if (whose.device === null) return;
    if (message.to === 'who')
      return void this.#tellRoom(whose.room, whose.device, {
        kind: whose.standing === 'in' ? 'joined' : 'asks',
        words: whose.words,
      });
    this.#toDevice(line, whose, message.message);
  }

  #toDevice(line: CompanionLine, whose: Whose, message: FromRoom): void {
    if (message.kind === 'closed') {
      line.send(message);
      return line.close(LINE_OVER.closed, 'the room is over');
    }
    if (message.to !== undefined && message.to !== whose.device) return;
    if (message.kind === 'cut-off') return line.close(LINE_OVER.cutOff, 'cut off');
    if (message.kind === 'let-in') {
      whose.standing = 'in';
      line.saidAt = Date.now();
      line.send({ kind: 'standing', standing: 'in', device: present(whose.device) } satisfies ToDevice);
      return void this.#tellRoom(whose.room, present(whose.device), { kind: 'joined', words: whose.words });
    }
    if (whose.standing === 'in') line.send(message);
  }

  /** Looks after the lines that are here: those that are gone, idle, or whose teacher is no longer signed in. */
  async beat(): Promise<void> {
    this.#beats += 1;
    for (const line of this.#lines.keys()) {
      line.beat();
      const { whose } = line;
      if (!whose || !line.isOpen) continue;
      try {
        if (whose.device === null) await this.#lookAfterRoom(line, whose);
        else if (Date.now() - line.saidAt > this.config.companionIdleMs) await this.#letGo(line, whose);
      } catch (failure) {
        this.#log.warn(`a line could not be looked after: ${(failure as Error).message}`);
      }
    }
  }

  async #lookAfterRoom(line: CompanionLine, { room, session = '' }: Whose): Promise<void> {
    await this.rooms.keep(room);
    if (this.#beats % BEATS_A_LOOK === 0 && !(await this.sessions.personOf(session)))
      line.close(LINE_OVER.refused, 'signed out');
  }

  async #letGo(line: CompanionLine, { room, device }: Whose): Promise<void> {
    await this.rooms.cutOff(room, present(device));
    await this.#tellRoom(room, present(device), { kind: 'left', why: 'idle' });
    line.close(LINE_OVER.idle, 'idle');
  }

  async #tellRoom(room: string, device: string, about: AboutDevice): Promise<void> {
    await this.#say(room, { to: 'room', message: { ...about, device } });
  }
  async #say(room: string, message: OnBus): Promise<void> {
    await this.bus
      .say(topic(room), message)
      .catch((failure: Error) => this.#log.warn(`the bus is away: ${failure.message}`));
  }
}

const topic = (room: string): string => `companion:${room}`;
