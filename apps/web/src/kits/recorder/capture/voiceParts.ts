import { writeVoicePart, type VoiceRun } from '@oakbell/core/formats';

/** Packets in one part: two seconds. */
const PACKETS_PER_PART = 100;

/** Gathers Opus packets of one run into parts as docs/formats/voice-part.md describes them. */
export class VoiceParts {
  #packets: Uint8Array[] = [];
  readonly #run: Omit<VoiceRun, 'preSkip'>;
  readonly #preSkip: () => number;
  readonly #done: (part: Uint8Array<ArrayBuffer>) => void;

  constructor(run: Omit<VoiceRun, 'preSkip'>, preSkip: () => number, done: (part: Uint8Array<ArrayBuffer>) => void) {
    this.#run = run;
    this.#preSkip = preSkip;
    this.#done = done;
  }

  add(packet: Uint8Array): void {
    this.#packets.push(packet);
    if (this.#packets.length === PACKETS_PER_PART) this.close();
  }

  /** Makes a part of what is there; nothing when nothing is. */
  close(): void {
    if (this.#packets.length === 0) return;
    this.#done(writeVoicePart({ ...this.#run, preSkip: this.#preSkip(), packets: this.#packets }));
    this.#packets = [];
  }
}
