/*
 * Runs on the sound thread. It mixes the microphone down to one channel, lets samples through while the gate is
 * open, and tells the page every 43 ms where the sample clock stands and how loud it was. Samples go straight to
 * the capture worker; the page never touches them.
 */
import type { GateOrder, WorkletReport } from './workletProtocol.ts';

declare const currentFrame: number;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;

/** 20 ms at 48 kHz. */
const BLOCK = 960;
const QUANTUM = 128;
/** The page is told after so many quanta: about 23 times a second. */
const TOLD_EVERY = 16;
/** So much sound from before an opening is kept at hand: half a second. */
const KEPT = 24_000;

class VoiceProcessor extends AudioWorkletProcessor {
  #gate = false;
  #wanted = false;
  #samples: MessagePort | null = null;
  #block = new Int16Array(BLOCK);
  #filled = 0;
  #peak = 0;
  #energy = 0;
  /** The newest samples before the gate opens, in a ring. */
  readonly #before = new Int16Array(KEPT);
  #heard = 0;
  #earlier = 0;
  #quanta = 0;

  constructor() {
    super();
    this.port.onmessage = ({ data }: MessageEvent<GateOrder>) => {
      if (data.kind === 'samples-to') this.#samples = data.port;
      else {
        this.#wanted = data.kind === 'open';
        this.#earlier = data.kind === 'open' ? data.earlierFrames : 0;
      }
    };
  }

  process(inputs: readonly (readonly Float32Array[])[]): boolean {
    if (this.#wanted !== this.#gate) this.#turn();
    const channels = inputs[0] ?? [];
    for (let i = 0; i < QUANTUM; i += 1) {
      let sum = 0;
      for (const channel of channels) sum += channel[i] ?? 0;
      this.#take(channels.length > 0 ? sum / channels.length : 0);
    }
    this.#quanta += 1;
    if (this.#quanta % TOLD_EVERY === 0) {
      const energy = this.#energy / (TOLD_EVERY * QUANTUM);
      this.#tell({ kind: 'block', endFrame: currentFrame + QUANTUM, peak: this.#peak, energy, wallMs: Date.now() });
      this.#peak = 0;
      this.#energy = 0;
    }
    return true;
  }

  #turn(): void {
    this.#gate = this.#wanted;
    if (!this.#gate) {
      this.#flush();
      this.#tell({ kind: 'closed', frame: currentFrame });
      return;
    }
    const earlier = Math.min(this.#earlier, this.#heard, KEPT);
    for (let i = earlier; i > 0; i -= 1) this.#keep(this.#before[(this.#heard - i) % KEPT]!);
    this.#heard = 0;
    this.#tell({ kind: 'opened', frame: currentFrame - earlier });
  }

  #take(sample: number): void {
    this.#peak = Math.max(this.#peak, Math.abs(sample));
    this.#energy += sample * sample;
    const value = Math.max(-32_768, Math.min(32_767, Math.round(sample * 32_767)));
    if (this.#gate) return this.#keep(value);
    this.#before[this.#heard % KEPT] = value;
    this.#heard += 1;
  }

  #keep(value: number): void {
    this.#block[this.#filled] = value;
    this.#filled += 1;
    if (this.#filled === BLOCK) this.#flush();
  }

  #flush(): void {
    if (this.#filled > 0) this.#samples?.postMessage(this.#block.slice(0, this.#filled));
    this.#filled = 0;
    // The worker learns in its own line of messages that nothing more comes, so no sample can be overtaken.
    if (!this.#gate) this.#samples?.postMessage('closed');
  }

  #tell(report: WorkletReport): void {
    this.port.postMessage(report);
  }
}

registerProcessor('oakbell-voice', VoiceProcessor);
