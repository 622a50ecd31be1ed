/*
 * Runs on the sound thread. It mixes the microphone down to one channel, lets samples through while the gate is
 * open, and tells the page every 20 ms where the sample clock stands and how loud it was. Samples go straight to
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

class VoiceProcessor extends AudioWorkletProcessor {
  #gate = false;
  #wanted = false;
  #samples: MessagePort | null = null;
  #block = new Int16Array(BLOCK);
  #filled = 0;
  #peak = 0;
  #quanta = 0;

  constructor() {
    super();
    this.port.onmessage = ({ data }: MessageEvent<GateOrder>) => {
      if (data.kind === 'samples-to') this.#samples = data.port;
      else this.#wanted = data.kind === 'open';
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
    if (this.#quanta % 8 === 0) {
      this.#tell({ kind: 'block', endFrame: currentFrame + QUANTUM, peak: this.#peak });
      this.#peak = 0;
    }
    return true;
  }

  #turn(): void {
    this.#gate = this.#wanted;
    if (!this.#gate) this.#flush();
    this.#tell({ kind: this.#gate ? 'opened' : 'closed', frame: currentFrame });
  }

  #take(sample: number): void {
    this.#peak = Math.max(this.#peak, Math.abs(sample));
    if (!this.#gate) return;
    this.#block[this.#filled] = Math.max(-32_768, Math.min(32_767, Math.round(sample * 32_767)));
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
