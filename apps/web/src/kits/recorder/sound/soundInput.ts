import { SampleClock } from '@oakbell/core/clock';
import { openMicrophone, type MicrophoneFault } from './microphone.ts';
import { RATE } from '../encoding/index.ts';
import workletUrl from './voice.worklet.ts?worker&url';
import type { GateOrder, WorkletReport } from './workletProtocol.ts';

export interface SoundEvents {
  /** About 23 times a second: the largest sample since the last time, 0…1, and the mean square. */
  readonly level: (peak: number, energy: number) => void;
  /** The device went away; what is recorded goes on as silence. */
  readonly gone: () => void;
}

/** A report is read later than this only when the machine's clock was set. */
const LATEST_MS = 1500;

/** An open microphone with its sample clock and its gate. */
export class SoundInput {
  readonly clock = new SampleClock(RATE);
  #source: MediaStreamAudioSourceNode | null = null;
  #stream: MediaStream | null = null;
  #waiting: { kind: 'opened' | 'closed'; done: () => void } | null = null;
  readonly #context: AudioContext;
  readonly #node: AudioWorkletNode;
  readonly #events: SoundEvents;

  private constructor(context: AudioContext, node: AudioWorkletNode, events: SoundEvents) {
    this.#context = context;
    this.#node = node;
    this.#events = events;
    node.port.onmessage = ({ data }: MessageEvent<WorkletReport>) => this.#hear(data);
  }

  /** Opens the microphone, or says why not. */
  static async open(deviceId: string | null, events: SoundEvents): Promise<SoundInput | MicrophoneFault> {
    const opened = await openMicrophone(deviceId);
    if (!opened.ok) return opened.reason;
    const context = new AudioContext({ sampleRate: RATE, latencyHint: 'interactive' });
    await context.audioWorklet.addModule(workletUrl);
    const node = new AudioWorkletNode(context, 'oakbell-voice', {
      numberOfInputs: 1,
      numberOfOutputs: 1,
      channelCountMode: 'max',
    });
    // Without a way to the end of the graph some browsers let a node sleep; it puts out silence.
    node.connect(context.destination);
    const input = new SoundInput(context, node, events);
    input.#connect(opened.stream);
    if (context.state === 'suspended') void context.resume();
    return input;
  }

  /** The name of the device and its id. */
  get device(): { readonly id: string; readonly name: string } {
    const track = this.#stream?.getAudioTracks()[0];
    return { id: track?.getSettings().deviceId ?? '', name: track?.label ?? '' };
  }

  /** Goes on with another microphone; the clock and the take are not touched. */
  async change(deviceId: string | null): Promise<MicrophoneFault | null> {
    const opened = await openMicrophone(deviceId);
    if (!opened.ok) return opened.reason;
    this.#disconnect();
    this.#connect(opened.stream);
    return null;
  }

  sendSamplesTo(port: MessagePort): void {
    this.#node.port.postMessage({ kind: 'samples-to', port } satisfies GateOrder, [port]);
  }

  /** Lets sound through, with `earlierMs` from before; resolves when the first frame has passed. */
  async openGate(earlierMs = 0): Promise<void> {
    await this.#context.resume();
    return this.#order({ kind: 'open', earlierFrames: Math.round((earlierMs * RATE) / 1000) }, 'opened');
  }
  /** Holds sound back; resolves when nothing more passes. */
  closeGate(): Promise<void> {
    return this.#order({ kind: 'close' }, 'closed');
  }

  close(): void {
    this.#disconnect();
    this.#node.disconnect();
    void this.#context.close();
  }

  #order(order: GateOrder, answer: 'opened' | 'closed'): Promise<void> {
    return new Promise((done) => {
      this.#waiting = { kind: answer, done };
      this.#node.port.postMessage(order);
    });
  }

  #hear(report: WorkletReport): void {
    if (report.kind === 'block') {
      // How late the report is read is known from the machine's clock on both threads; set forward or back in
      // between, that clock is not believed. A page that is busy then reads its events late, but stamps them right.
      const late = Date.now() - report.wallMs;
      this.clock.blockArrived(report.endFrame, performance.now() - (late >= 0 && late < LATEST_MS ? late : 0));
      this.#events.level(report.peak, report.energy);
      return;
    }
    if (report.kind === 'opened') this.clock.opened(report.frame);
    else this.clock.closed(report.frame);
    if (this.#waiting?.kind !== report.kind) return;
    this.#waiting.done();
    this.#waiting = null;
  }

  #connect(stream: MediaStream): void {
    this.#stream = stream;
    this.#source = this.#context.createMediaStreamSource(stream);
    this.#source.connect(this.#node);
    for (const track of stream.getAudioTracks()) track.addEventListener('ended', () => this.#events.gone());
  }

  #disconnect(): void {
    this.#source?.disconnect();
    for (const track of this.#stream?.getTracks() ?? []) track.stop();
  }
}
