/** Packets in one part: two seconds. */
const PACKETS_PER_PART = 100;

interface RunFacts {
  readonly run: number;
  readonly startFrame: number;
}

/** Gathers Opus packets of one run into parts as docs/formats/voice-part.md describes them. */
export class VoiceParts {
  #packets: Uint8Array[] = [];
  readonly #run: RunFacts;
  readonly #preSkip: () => number;
  readonly #done: (part: Uint8Array<ArrayBuffer>) => void;

  constructor(run: RunFacts, preSkip: () => number, done: (part: Uint8Array<ArrayBuffer>) => void) {
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
    this.#done(partOf({ ...this.#run, preSkip: this.#preSkip() }, this.#packets));
    this.#packets = [];
  }
}

/** A part: length of the header (4 bytes), header (JSON), then each packet behind its length (2 bytes). */
export function partOf(
  header: RunFacts & { preSkip: number },
  packets: readonly Uint8Array[],
): Uint8Array<ArrayBuffer> {
  const head = new TextEncoder().encode(JSON.stringify(header));
  const bytes = new Uint8Array(4 + head.length + packets.reduce((sum, packet) => sum + 2 + packet.length, 0));
  const view = new DataView(bytes.buffer);
  view.setUint32(0, head.length, true);
  bytes.set(head, 4);
  let at = 4 + head.length;
  for (const packet of packets) {
    view.setUint16(at, packet.length, true);
    bytes.set(packet, at + 2);
    at += 2 + packet.length;
  }
  return bytes;
}
