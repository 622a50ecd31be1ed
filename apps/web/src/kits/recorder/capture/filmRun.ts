/** How often a film is handed over, in ms: what a crash may cost. */
const PART_MS = 1000;
/** The first that the browser can make: cheapest to encode first. */
const TYPES = ['video/webm;codecs=vp8', 'video/webm', 'video/mp4'];

interface Plan {
  readonly number: number;
  readonly stream: MediaStream;
  readonly bits: number;
}

/** One run of a film: a file that grows until it is stopped. */
export class FilmRun {
  readonly number: number;
  #handed: Promise<void> = Promise.resolve();
  readonly #recorder: MediaRecorder;

  private constructor(number: number, recorder: MediaRecorder) {
    this.number = number;
    this.#recorder = recorder;
  }

  /** Starts at once; null where the browser cannot record this stream. */
  static start({ number, stream, bits }: Plan, onBytes: (bytes: Uint8Array<ArrayBuffer>) => void): FilmRun | null {
    if (typeof MediaRecorder === 'undefined') return null;
    const mimeType = TYPES.find((type) => MediaRecorder.isTypeSupported(type));
    try {
      const recorder = new MediaRecorder(stream, { ...(mimeType ? { mimeType } : {}), videoBitsPerSecond: bits });
      const run = new FilmRun(number, recorder);
      recorder.ondataavailable = ({ data }) => {
        if (data.size === 0) return;
        // In their order: bytes of a later part may be read faster than those of an earlier one.
        run.#handed = run.#handed.then(async () => onBytes(new Uint8Array(await data.arrayBuffer())));
      };
      recorder.start(PART_MS);
      return run;
    } catch {
      return null;
    }
  }

  /** Ends the file; resolves when its last bytes were handed over. */
  async stop(): Promise<void> {
    if (this.#recorder.state !== 'inactive') {
      const stopped = new Promise<void>((resolve) => this.#recorder.addEventListener('stop', () => resolve()));
      this.#recorder.stop();
      await stopped;
    }
    await this.#handed;
  }
}
