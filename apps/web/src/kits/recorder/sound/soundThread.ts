import { RATE } from '../encoding/index.ts';
import threadUrl from './thread.worklet.ts?worker&url';

/** The sound thread, where tracks hand nothing over: late on a busy machine, and then it loses more. */
export class SoundThread {
  readonly blocks: MessagePort;
  #source: MediaStreamAudioSourceNode | null = null;
  readonly #context: AudioContext;
  readonly #node: AudioWorkletNode;

  private constructor(context: AudioContext) {
    this.#context = context;
    this.#node = new AudioWorkletNode(context, 'oakbell-thread', { channelCountMode: 'max' });
    // Without a way to the end of the graph some browsers let a node sleep; it puts out silence.
    this.#node.connect(context.destination);
    const line = new MessageChannel();
    this.#node.port.postMessage(line.port1, [line.port1]);
    this.blocks = line.port2;
  }

  static async start(): Promise<SoundThread> {
    const context = new AudioContext({ sampleRate: RATE, latencyHint: 'interactive' });
    await context.audioWorklet.addModule(threadUrl);
    if (context.state === 'suspended') void context.resume();
    return new SoundThread(context);
  }

  hear(stream: MediaStream | null): void {
    this.#source?.disconnect();
    this.#source = stream && this.#context.createMediaStreamSource(stream);
    this.#source?.connect(this.#node);
  }
  wake(): Promise<void> {
    return this.#context.resume();
  }
  close(): void {
    this.#node.disconnect();
    void this.#context.close();
  }
}
