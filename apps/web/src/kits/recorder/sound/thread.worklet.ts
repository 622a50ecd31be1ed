/*
 * For browsers whose microphones hand nothing over by themselves: the sound thread mixes what it hears down to one
 * channel and sends it to the sound worker, with the clock of the machine. It does nothing else.
 */
import type { ThreadBlock } from './soundProtocol.ts';

declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;

const QUANTUM = 128;
/** Quanta in one message: 10.7 ms. */
const GATHERED = 4;

class ThreadProcessor extends AudioWorkletProcessor {
  #out: MessagePort | null = null;
  #samples = new Float32Array(GATHERED * QUANTUM);
  #filled = 0;

  constructor() {
    super();
    this.port.onmessage = ({ data }: MessageEvent<MessagePort>) => {
      this.#out = data;
    };
  }

  process(inputs: readonly (readonly Float32Array[])[]): boolean {
    const channels = inputs[0] ?? [];
    for (let i = 0; i < QUANTUM; i += 1) {
      let sum = 0;
      for (const channel of channels) sum += channel[i] ?? 0;
      this.#samples[this.#filled] = channels.length > 0 ? sum / channels.length : 0;
      this.#filled += 1;
    }
    if (this.#filled === this.#samples.length) {
      const block: ThreadBlock = { samples: this.#samples, wallMs: Date.now() };
      this.#out?.postMessage(block, [this.#samples.buffer]);
      this.#samples = new Float32Array(GATHERED * QUANTUM);
      this.#filled = 0;
    }
    return true;
  }
}

registerProcessor('oakbell-thread', ThreadProcessor);
