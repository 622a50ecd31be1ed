/* The room's side of pen companions: what they do becomes ink of the take, with their own times on the take's clock. */
import type { Mark, TrayPen } from '@oakbell/core/log';
import {
  DeviceClock,
  Line,
  TakenActs,
  type DevicePoint,
  type FromRoom,
  type LineState,
  type PenAct,
  type RoomState,
  type ToRoom,
} from '../companion/index.ts';
import type { PenPoint } from './liveInk.ts';
import type { RoomPage } from './roomProps.ts';
import type { TakeRecorder } from './takeRecorder.ts';

/** Each device is asked for its time this often, in ms; more often at first. */
const PING_MS = 2000;
const FIRST_PINGS_MS = [0, 60, 150, 300];

interface Device {
  readonly taken: TakenActs;
  readonly clock: DeviceClock;
  here: boolean;
}
export interface CompanionView {
  readonly line: LineState;
  /** How many devices are here, and how many were and lost their line. */
  readonly here: number;
  readonly lost: number;
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

  #lineIs(state: LineState): void {
    this.#lineState = state;
    if (state !== 'open') for (const device of this.#devices.values()) device.here = false;
    this.#view();
  }

  #hear(message: ToRoom): void {
    const { device: name } = message;
    switch (message.kind) {
      case 'joined': {
        const device = this.#devices.get(name) ?? { taken: new TakenActs(), clock: new DeviceClock(), here: true };
        device.here = true;
        this.#devices.set(name, device);
        this.#tell(name);
        this.#line.send({ kind: 'taken', to: name, n: device.taken.last });
        for (const ms of FIRST_PINGS_MS) setTimeout(() => this.#ping(), ms);
        return this.#view();
      }
      case 'left': {
        const device = this.#devices.get(name);
        if (device) device.here = false;
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
    if (to !== undefined || !isLonger) {
      this.#line.send({ kind: 'page', page, name, marks, pens: pens(), ...where, ...(to === undefined ? {} : { to }) });
    } else if (marks.length > before.marks.length)
      this.#line.send({ kind: 'marks', marks: marks.slice(before.marks.length) });
  }

  #ping(): void {
    this.#line.send({ kind: 'ping', t: performance.now() });
  }
  #view(): void {
    const all = [...this.#devices.values()];
    const here = all.filter((device) => device.here).length;
    this.#room.viewed({ line: this.#lineState, here, lost: all.length - here });
  }
}

function roomState(kind: TakeRecorder['view']['state']['kind']): RoomState {
  if (kind === 'recording' || kind === 'paused') return kind;
  return kind === 'listening' || kind === 'countdown' ? 'ready' : 'over';
}
