/* The room's side of pen companions: what they do becomes ink of the take, with their own times on the take's clock. */
import type { Mark, TrayPen } from '@oakbell/core/log';
import {
  inMessages,
  type DevicePoint,
  type FromRoom,
  type PenAct,
  type RoomState,
  type ToRoom,
} from '@oakbell/core/companion';
import { DeviceClock, Line, TakenActs, type LineState } from '../../companion/index.ts';
import type { PenPoint } from '../../ink/index.ts';
import type { RoomPage } from './roomPage.ts';
import type { TakeRecorder } from '../capture/index.ts';

/** Each device is asked for its time this often, in ms; more often at first. */
const PING_MS = 2000;
const FIRST_PINGS_MS = [0, 60, 150, 300];

interface Device {
  readonly taken: TakenActs;
  readonly clock: DeviceClock;
  here: boolean;
  /** Asks for the teacher's yes, or has it. */
  standing: 'asking' | 'in';
  words: string;
}
/** A device as the teacher sees it. */
export interface CompanionDevice {
  readonly name: string;
  /** Browser and system in a few words. */
  readonly words: string;
  readonly here: boolean;
  readonly standing: 'asking' | 'in';
}
export interface CompanionView {
  readonly line: LineState;
  /** Those that ask first. */
  readonly devices: readonly CompanionDevice[];
}
interface Room {
  readonly recorder: TakeRecorder;
  readonly pageNamed: (id: string) => RoomPage | undefined;
  readonly pens: () => readonly TrayPen[];
  /** Ink came: only what moves, or all of it. */
  readonly painted: (what: 'live' | 'page') => void;
  readonly viewed: (view: CompanionView) => void;
}

export class CompanionHost {
  readonly #devices = new Map<string, Device>();
  readonly #line: Line<ToRoom, FromRoom>;
  readonly #room: Room;
  #lineState: LineState = 'opening';
  #shown: { readonly key: string; readonly marks: readonly Mark[] } = { key: '', marks: [] };
  readonly #timer: ReturnType<typeof setInterval>;
  readonly #forget: () => void;

  constructor(roomId: string, room: Room) {
    this.#room = room;
    this.#line = new Line<ToRoom, FromRoom>(
      { room: roomId },
      { message: (message) => this.#hear(message), state: (state) => this.#lineIs(state) },
    );
    this.#timer = setInterval(() => this.#ping(), PING_MS);
    const forget = [room.recorder.subscribe(() => this.#tell()), room.recorder.subscribeInk(() => this.#tell())];
    this.#forget = () => forget.forEach((one) => one());
  }

  close(): void {
    this.#line.send({ kind: 'closed' });
    clearInterval(this.#timer);
    this.#forget();
    this.#line.close();
  }

  /** The teacher's yes for a device that asks. */
  letIn(name: string): void {
    this.#line.send({ kind: 'let-in', to: name });
  }
  /** The teacher's no: the device writes nothing any more, and cannot come back without a new code. */
  cutOff(name: string): void {
    this.#line.send({ kind: 'cut-off', to: name });
    this.#devices.delete(name);
    this.#view();
  }

  #lineIs(state: LineState): void {
    this.#lineState = state;
    if (state !== 'open') for (const device of this.#devices.values()) device.here = false;
    this.#view();
  }

  #hear(message: ToRoom): void {
    const { device: name } = message;
    switch (message.kind) {
      case 'asks': {
        Object.assign(this.#known(name), { here: true, standing: 'asking', words: message.words });
        return this.#view();
      }
      case 'joined': {
        const device = this.#known(name);
        Object.assign(device, { here: true, standing: 'in', words: message.words });
        this.#tell(name);
        this.#line.send({ kind: 'taken', to: name, n: device.taken.last });
        for (const ms of FIRST_PINGS_MS) setTimeout(() => this.#ping(), ms);
        return this.#view();
      }
      case 'left': {
        const device = this.#devices.get(name);
        if (device) device.here = false;
        // One that only asked and went away, or was let go, is no longer there.
        if (device && (device.standing === 'asking' || message.why !== 'line')) this.#devices.delete(name);
        return this.#view();
      }
      case 'pong':
        return this.#devices.get(name)?.clock.answered(message.t, message.here, performance.now());
      case 'pen': {
        const device = this.#devices.get(name);
        if (!device) return;
        if (device.taken.isNext(message.n)) this.#act(name, device, message.act);
        this.#line.send({ kind: 'taken', to: name, n: device.taken.last });
      }
    }
  }

  #known(name: string): Device {
    const device = this.#devices.get(name) ?? {
      taken: new TakenActs(),
      clock: new DeviceClock(),
      here: true,
      standing: 'asking' as const,
      words: '',
    };
    this.#devices.set(name, device);
    return device;
  }

  #act(name: string, { clock }: Device, act: PenAct): void {
    const { recorder, painted } = this.#room;
    if (!recorder.canWrite) return;
    const { ink } = recorder;
    const hand = `device-${name}`;
    const point = ([x, y, pressure, at]: DevicePoint): PenPoint => {
      return { x, y, pressure, at: recorder.timeOf({ timeStamp: clock.roomTime(at, performance.now()) }) };
    };
    switch (act.act) {
      case 'down': {
        const manner = recorder.view.state.kind === 'paused' ? ({ paused: true } as const) : {};
        ink.penDown({ page: act.page, pen: act.pen, hand, manner }, point(act.point));
        return painted('live');
      }
      case 'move':
        ink.penMove(act.points.map(point), hand);
        return painted('live');
      case 'up':
        ink.penUp(hand);
        break;
      case 'erase':
        if (!ink.erase(act.page, point(act.point), `${hand}-${act.drag}`)) return;
        break;
      case 'undo':
        ink.undo(recorder.now);
    }
    recorder.inkChanged();
    painted('page');
  }

  /** Tells what is up: all of it to who has just come or when more than additions changed, else what was added. */
  #tell(to?: string): void {
    const { recorder, pageNamed, pens } = this.#room;
    const { page: id, heights, tops, state } = recorder.view;
    const up = pageNamed(id);
    if (!up) return;
    const { page, name } = up;
    const marks = recorder.ink.marksOn(id);
    const where = {
      height: Math.max(page.height, heights.get(id) ?? 0),
      top: tops.get(id) ?? 0,
      state: roomState(state.kind),
    };
    const key = JSON.stringify([id, where]);
    const before = this.#shown;
    const isLonger = key === before.key && before.marks.every((mark, i) => marks[i] === mark);
    this.#shown = { key, marks: [...marks] };
    const whole = to !== undefined || !isLonger;
    const whom = to === undefined ? {} : { to };
    if (whole) this.#line.send({ kind: 'page', page, name, pens: pens(), ...where, ...whom });
    for (const some of inMessages(whole ? marks : marks.slice(before.marks.length)))
      this.#line.send({ kind: 'marks', marks: some, ...whom });
  }

  #ping(): void {
    this.#line.send({ kind: 'ping', t: performance.now() });
  }
  #view(): void {
    const devices = [...this.#devices].map(([name, { words, here, standing }]) => ({ name, words, here, standing }));
    devices.sort((a, b) => Number(b.standing === 'asking') - Number(a.standing === 'asking'));
    this.#room.viewed({ line: this.#lineState, devices });
  }
}

function roomState(kind: TakeRecorder['view']['state']['kind']): RoomState {
  if (kind === 'recording' || kind === 'paused') return kind;
  return kind === 'listening' || kind === 'countdown' ? 'ready' : 'over';
}
