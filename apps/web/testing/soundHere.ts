/*
 * A machine with a microphone, for tests of what stands on it: jsdom has no sound thread and no workers. The sound
 * thread here answers its orders at once and hears what a test says; the worker keeps what it was told and says what a
 * test lets it say.
 */
import type { GateOrder, WorkletReport } from '../src/kits/recorder/sound/workletProtocol.ts';
import type { CaptureOrder, CaptureReport } from '../src/kits/recorder/capture/captureProtocol.ts';

const RATE = 48_000;

class FakePort {
  onmessage: ((event: { data: WorkletReport }) => void) | null = null;
  postMessage(order: GateOrder): void {
    if (order.kind === 'samples-to') return;
    const kind = order.kind === 'open' ? 'opened' : 'closed';
    queueMicrotask(() => this.onmessage?.({ data: { kind, frame: here.frame } }));
  }
}
class FakeNode {
  readonly port = new FakePort();
  constructor() {
    here.node = this;
  }
  connect(): void {}
  disconnect(): void {}
}
class FakeContext {
  readonly state = 'running';
  readonly destination = {};
  readonly audioWorklet = { addModule: () => Promise.resolve() };
  createMediaStreamSource() {
    return { connect: () => undefined, disconnect: () => undefined };
  }
  resume = () => Promise.resolve();
  close = () => Promise.resolve();
}
class FakeWorker {
  onmessage: ((event: { data: CaptureReport }) => void) | null = null;
  readonly orders: CaptureOrder[] = [];
  isOver = false;
  constructor() {
    here.worker = this;
  }
  postMessage(order: CaptureOrder): void {
    this.orders.push(order);
  }
  terminate(): void {
    this.isOver = true;
  }
}

/** What a test has in its hands. */
export const here = {
  node: null as FakeNode | null,
  worker: null as FakeWorker | null,
  track: null as EventTarget | null,
  frame: 0,
  /** The sound thread has heard so many seconds of this loudness. */
  hears(seconds: number, peak = 0.2): void {
    for (let i = 0; i < Math.round(seconds * 20); i += 1) {
      here.frame += RATE / 20;
      const data = { kind: 'block', endFrame: here.frame, peak, energy: peak * peak, wallMs: Date.now() } as const;
      here.node?.port.onmessage?.({ data });
    }
  },
  /** The worker reports. */
  says(report: CaptureReport): void {
    here.worker?.onmessage?.({ data: report });
  },
};

/** Puts the machine in place. `refused` as a browser says why there is no microphone. */
export function plugIn(refused?: string): void {
  Object.assign(here, { node: null, worker: null, frame: 0 });
  const track = Object.assign(new EventTarget(), {
    label: 'Desk microphone',
    stop: () => undefined,
    getSettings: () => ({ deviceId: 'desk' }),
  });
  here.track = track;
  const stream = { getAudioTracks: () => [track], getTracks: () => [track] };
  Object.assign(globalThis, {
    AudioContext: FakeContext,
    AudioWorkletNode: FakeNode,
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
