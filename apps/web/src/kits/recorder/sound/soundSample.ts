import type { Micros } from '@oakbell/core/clock';
import type { MicrophoneFault } from './microphone.ts';
import { RATE } from '../encoding/index.ts';
import { SoundInput } from './soundInput.ts';

/** A microphone that is listened to for a check; nothing of it is kept. */
export class SoundSample {
  readonly #input: SoundInput;
  readonly #pieces: Int16Array[] = [];
  #whole: () => void = () => undefined;

  private constructor(input: SoundInput) {
    this.#input = input;
    const samples = new MessageChannel();
    samples.port2.onmessage = ({ data }: MessageEvent<Int16Array | 'closed'>) => {
      if (data === 'closed') this.#whole();
      else this.#pieces.push(data);
    };
    input.sendSamplesTo(samples.port1);
  }

  static async open(device: string | null, onLevel: (peak: number) => void): Promise<SoundSample | MicrophoneFault> {
    const input = await SoundInput.open(device, {
      level: onLevel,
      late: () => undefined,
      lost: () => undefined,
      gone: () => undefined,
    });
    return typeof input === 'string' ? input : new SoundSample(input);
  }

  /** Listens for so long and gives what was heard. `onSecond` counts down. */
  async listen(seconds: number, onSecond: (left: number) => void): Promise<Float32Array<ArrayBuffer>> {
    this.#pieces.length = 0;
    await this.#input.openGate();
    for (let left = seconds; left > 0; left -= 1) {
      onSecond(left);
      await new Promise((resolve) => setTimeout(resolve, 1000));
    }
    const whole = new Promise<void>((resolve) => (this.#whole = resolve));
    await this.#input.closeGate();
    await whole;
    const heard = new Float32Array(
      Math.min(
        seconds * RATE,
        this.#pieces.reduce((sum, piece) => sum + piece.length, 0),
      ),
    );
    let at = 0;
    for (const piece of this.#pieces) for (const value of piece) if (at < heard.length) heard[at++] = value / 32_768;
    return heard;
  }

  /** When something happened (ms of the page's clock), counted from the first sample. */
  timeOf(atMs: number): Micros {
    return this.#input.clock.takeTimeAt(atMs);
  }

  close(): void {
    this.#input.close();
  }
}
