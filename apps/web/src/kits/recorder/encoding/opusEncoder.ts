/** Opus as parts are made of it: 20 ms packets of one channel at 48 kHz. */
export const RATE = 48_000;
export const PACKET_FRAMES = 960;
const BITRATE = 64_000;
/** The delay of the encoder when the browser does not tell it: 6.5 ms. */
const USUAL_PRE_SKIP = 312;

export interface OpusSink {
  readonly packet: (bytes: Uint8Array) => void;
  readonly failed: (reason: string) => void;
}

/** Turns 16-bit samples into Opus packets, one encoder from beginning to end. */
export class OpusRun {
  preSkip = USUAL_PRE_SKIP;
  #frames = 0;
  readonly #encoder: AudioEncoder;

  constructor(sink: OpusSink) {
    this.#encoder = new AudioEncoder({
      output: (chunk, metadata) => {
        const description = metadata?.decoderConfig?.description;
        if (description) this.preSkip = preSkipIn(description as ArrayBuffer | ArrayBufferView) ?? this.preSkip;
        const bytes = new Uint8Array(chunk.byteLength);
        chunk.copyTo(bytes);
        sink.packet(bytes);
      },
      error: (failure) => sink.failed(failure.message),
    });
    this.#encoder.configure({
      codec: 'opus',
      sampleRate: RATE,
      numberOfChannels: 1,
      bitrate: BITRATE,
      opus: { frameDuration: 20_000 },
    } as AudioEncoderConfig);
  }

  /** How much is still to be encoded, in calls of `add`. */
  get waiting(): number {
    return this.#encoder.encodeQueueSize;
  }

  add(samples: Int16Array<ArrayBuffer>): void {
    const timestamp = Math.round((this.#frames * 1e6) / RATE);
    this.#frames += samples.length;
    const data = new AudioData({
      format: 's16',
      sampleRate: RATE,
      numberOfChannels: 1,
      numberOfFrames: samples.length,
      timestamp,
      data: samples,
    });
    this.#encoder.encode(data);
    data.close();
  }

  /** Lets the last samples through: silence follows them, since the encoder runs behind by its delay. */
  async end(): Promise<void> {
    this.add(new Int16Array(2 * PACKET_FRAMES));
    await this.#encoder.flush();
    this.#encoder.close();
  }
}

/** Bytes 10 and 11 of an OpusHead (RFC 7845). */
function preSkipIn(description: ArrayBuffer | ArrayBufferView): number | null {
  const view = ArrayBuffer.isView(description)
    ? new DataView(description.buffer, description.byteOffset, description.byteLength)
    : new DataView(description);
  return view.byteLength >= 12 ? view.getUint16(10, true) : null;
}
