import { SampleClock } from '@oakbell/core/clock';
import type { Device } from '../practice/index.ts';
import { openMicrophone, type MicrophoneFault, type Opened } from './microphone.ts';
import { RATE } from '../encoding/index.ts';
import type { Lost, SoundOrder, SoundReport } from './soundProtocol.ts';
import { SoundThread } from './soundThread.ts';

export interface SoundEvents {
  /** About 25 times a second: the largest sample since the last time, 0…1, and the mean square. */
  readonly level: (peak: number, energy: number) => void;
  /** How much later than usual sound was handed over, in ms, as often. */
  readonly late: (ms: number) => void;
  /** So many frames from this one on are silence, since sound never arrived or the microphone says nothing. */
  readonly lost: (frame: number, frames: number, why: Lost) => void;
  /** The device went away; what is recorded goes on as silence. */
  readonly gone: () => void;
}

type Heard = Extract<Opened, { readonly ok: true }>;

/** So many blocks of sound wait for the worker rather than be dropped: ten seconds. */
const BLOCKS_WAITING = 1000;

/** An open microphone with its sample clock and its gate. */
export class SoundInput {
  readonly clock = new SampleClock(RATE);
  #stream: MediaStream | null = null;
  #device: Device = { id: '', name: '' };
  #waiting: { kind: 'opened' | 'closed'; done: () => void } | null = null;
  readonly #worker = new Worker(new URL('./sound.worker.ts', import.meta.url), { type: 'module' });
  readonly #events: SoundEvents;
  readonly #thread: SoundThread | null;

  private constructor(events: SoundEvents, thread: SoundThread | null) {
    this.#events = events;
    this.#thread = thread;
    this.#worker.onmessage = ({ data }: MessageEvent<SoundReport>) => this.#hear(data);
    if (thread) this.#post({ kind: 'hear-thread', blocks: thread.blocks }, [thread.blocks]);
  }

  /** Opens the microphone, or says why not. */
  static async open(deviceId: string | null, events: SoundEvents): Promise<SoundInput | MicrophoneFault> {
    const opened = await openMicrophone(deviceId);
    if (!opened.ok) return opened.reason;
    const input = new SoundInput(events, tracksHandOver() ? null : await SoundThread.start());
    input.#connect(opened);
    return input;
  }

  /** The name of the device and its id. */
  get device(): Device {
    return this.#device;
  }

  /** Goes on with another microphone; the clock and the take are not touched. */
  async change(deviceId: string | null): Promise<MicrophoneFault | null> {
    const opened = await openMicrophone(deviceId);
    if (!opened.ok) return opened.reason;
    this.#disconnect();
    this.#connect(opened);
    return null;
  }

  sendSamplesTo(port: MessagePort): void {
    this.#post({ kind: 'samples-to', port }, [port]);
  }

  /** Lets sound through, with `earlierMs` from before; resolves when it is known from where. */
  async openGate(earlierMs = 0): Promise<void> {
    const fromMs = now() - earlierMs;
    await this.#thread?.wake();
    return this.#order({ kind: 'open', fromMs }, 'opened');
  }
  /** Holds sound back from now on; resolves when all of before has passed. */
  closeGate(): Promise<void> {
    return this.#order({ kind: 'close', atMs: now() }, 'closed');
  }

  close(): void {
    this.#disconnect();
    this.#thread?.close();
    this.#worker.terminate();
  }

  #order(order: SoundOrder, answer: 'opened' | 'closed'): Promise<void> {
    return new Promise((done) => {
      this.#waiting = { kind: answer, done };
      this.#post(order);
    });
  }
  #post(order: SoundOrder, given: Transferable[] = []): void {
    this.#worker.postMessage(order, given);
  }

  #hear(report: SoundReport): void {
    switch (report.kind) {
      case 'block':
        this.clock.blockArrived(report.endFrame, report.endMs - performance.timeOrigin);
        this.#events.late(report.lateMs);
        return this.#events.level(report.peak, report.energy);
      case 'lost':
        return this.#events.lost(report.frame, report.frames, report.why);
      case 'opened':
        this.clock.opened(report.frame);
        break;
      case 'closed':
        this.clock.closed(report.frame);
    }
    if (this.#waiting?.kind !== report.kind) return;
    this.#waiting.done();
    this.#waiting = null;
  }

  #connect({ stream, device }: Heard): void {
    this.#stream = stream;
    this.#device = device;
    const [track] = stream.getAudioTracks();
    if (this.#thread) this.#thread.hear(stream);
    else if (track) {
      const { readable } = new MediaStreamTrackProcessor({ track, maxBufferSize: BLOCKS_WAITING });
      this.#post({ kind: 'hear', blocks: readable }, [readable]);
    }
    track?.addEventListener('ended', () => this.#events.gone());
  }

  #disconnect(): void {
    this.#thread?.hear(null);
    for (const track of this.#stream?.getTracks() ?? []) track.stop();
  }
}

const now = () => performance.timeOrigin + performance.now();
/** Whether tracks hand over blocks with their stamps: the sound thread of the page is not in their way then. */
const tracksHandOver = () => typeof MediaStreamTrackProcessor !== 'undefined';
