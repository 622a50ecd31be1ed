/*
 * A machine with a microphone, for tests of what stands on it: jsdom has no sound thread and no workers. The sound
 * thread here answers its orders at once and hears what a test says; the worker keeps what it was told and says what a
 * test lets it say.
 */
import type { Lost, SoundOrder, SoundReport } from '../src/kits/recorder/sound/soundProtocol.ts';
import type { CaptureOrder, CaptureReport } from '../src/kits/recorder/capture/captureProtocol.ts';

const RATE = 48_000;

/** Answers its orders at once. */
class FakeSound {
  tell: ((event: { data: SoundReport }) => void) | null = null;
  take(order: SoundOrder): void {
    if (order.kind !== 'open' && order.kind !== 'close') return;
    const kind = order.kind === 'open' ? 'opened' : 'closed';
    queueMicrotask(() => this.tell?.({ data: { kind, frame: here.frame } }));
  }
}
class FakeWorker {
  #hear: ((event: { data: CaptureReport & SoundReport }) => void) | null = null;
  readonly orders: CaptureOrder[] = [];
  isOver = false;
  readonly #sound: FakeSound | null;
  constructor(address: URL) {
    this.#sound = address.href.includes('sound.worker') ? new FakeSound() : null;
    if (this.#sound) here.sound = this.#sound;
    else here.worker = this;
  }
  get onmessage() {
    return this.#hear;
  }
  set onmessage(hear: ((event: { data: CaptureReport & SoundReport }) => void) | null) {
    this.#hear = hear;
    if (this.#sound) this.#sound.tell = hear as FakeSound['tell'];
  }
  postMessage(order: CaptureOrder | SoundOrder): void {
    if (this.#sound) this.#sound.take(order as SoundOrder);
    else this.orders.push(order as CaptureOrder);
  }
  terminate(): void {
    this.isOver = true;
  }
}

/** What a test has in its hands. */
export const here = {
  sound: null as FakeSound | null,
  worker: null as FakeWorker | null,
  track: null as EventTarget | null,
  frame: 0,
  /** The sound thread has heard so many seconds of this loudness. */
  hears(seconds: number, peak = 0.2): void {
    for (let i = 0; i < Math.round(seconds * 20); i += 1) {
      here.frame += RATE / 20;
      const endMs = performance.timeOrigin + performance.now();
      const data = { kind: 'block', endFrame: here.frame, endMs, peak, energy: peak * peak, lateMs: 0 } as const;
      here.sound?.tell?.({ data });
    }
  },
  /** So many milliseconds from this frame on never arrived. */
  loses(lostMs: number, why: Lost = 'busy'): void {
    const frames = lostMs * (RATE / 1000);
    here.sound?.tell?.({ data: { kind: 'lost', frame: here.frame, frames, why } });
    here.frame += frames;
  },
  /** The worker reports. */
  says(report: CaptureReport): void {
    here.worker?.onmessage?.({ data: report as CaptureReport & SoundReport });
  },
};

/** Puts the machine in place. `refused` as a browser says why there is no microphone. */
export function plugIn(refused?: string): void {
  Object.assign(here, { sound: null, worker: null, frame: 0 });
  const track = Object.assign(new EventTarget(), {
    label: 'Desk microphone',
    stop: () => undefined,
    getSettings: () => ({ deviceId: 'desk' }),
  });
  here.track = track;
  const stream = { getAudioTracks: () => [track], getTracks: () => [track] };
  Object.assign(globalThis, {
    MediaStreamTrackProcessor: class {
      readonly readable = {};
    },
    AudioEncoder: class {},
    Worker: FakeWorker,
    MessageChannel: class {
      readonly port1 = {};
      readonly port2 = {};
    },
  });
  Object.defineProperty(navigator, 'mediaDevices', {
    configurable: true,
    value: {
      getUserMedia: () =>
        refused ? Promise.reject(new DOMException('no', refused)) : Promise.resolve(stream as unknown as MediaStream),
      enumerateDevices: () => Promise.resolve([]),
    },
  });
}
