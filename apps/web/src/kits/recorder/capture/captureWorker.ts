/*
 * The work of the capture worker as a plain class: samples come in, go to the browser's storage and through the
 * encoder, and parts of voice and log go to the server. The worker file beside it only connects the messages.
 */
import { present } from '@oakbell/core/present';
import { logHeaderText } from '@oakbell/core/log';
import type { CaptureOrder, CaptureReport, TakeFacts } from './captureProtocol.ts';
import { writeFilmPart } from '@oakbell/core/formats';
import { filmsIn, framed, storedParts } from './filmParts.ts';
import { OpusRun, RATE, wavHeader } from '../encoding/index.ts';
import { PartSender, Refused, type PartCounts, type Wire } from './partSender.ts';
import { holdTake, markDone, removeStored, storedFilm, StoredTake, storedLog, storedVoice } from './takeStore.ts';
import { VoiceParts } from './voiceParts.ts';

/** The log goes out, and everything to the disk, this often. */
const FLUSH_MS = 1000;
/** Samples encoded at a stretch while taking up a take: half a second. */
const RECOVER_FRAMES = 24_000;

export class CaptureWorker {
  #facts: TakeFacts | null = null;
  #stored: StoredTake | null = null;
  /** What came before the storage was open; null once it is. */
  #early: { readonly file: 'log' | 'film'; readonly bytes: Uint8Array<ArrayBuffer> }[] | null = [];
  #opus: OpusRun | null = null;
  #parts: VoiceParts | null = null;
  #sender: PartSender | null = null;
  #frames = 0;
  #logWaiting = '';
  #timer: ReturnType<typeof setInterval> | undefined;
  #closings = 0;
  #lastClosing = Infinity;
  #release: () => void = () => undefined;
  readonly #wire: Wire;
  readonly #report: (report: CaptureReport) => void;

  constructor(wire: Wire, report: (report: CaptureReport) => void) {
    this.#wire = wire;
    this.#report = report;
  }

  async handle(order: CaptureOrder): Promise<void> {
    switch (order.kind) {
      case 'begin':
        return this.#begin(order.facts, order.samples);
      case 'log':
        return this.#addLog(order.text);
      case 'film':
        return this.#addFilm(writeFilmPart({ run: order.run, bytes: order.bytes }));
      case 'finish':
        return this.#finish(order.closings);
      case 'recover':
        return this.#recover(order.facts);
      case 'discard':
        return this.#discard();
    }
  }

  async #begin(facts: TakeFacts, samples: MessagePort): Promise<void> {
    this.#facts = facts;
    this.#addLog(logHeaderText());
    const early: (Int16Array<ArrayBuffer> | 'closed')[] = [];
    samples.onmessage = ({ data }: MessageEvent<Int16Array<ArrayBuffer> | 'closed'>) => void early.push(data);
    this.#release = holdTake(facts.takeId);
    this.#stored = await StoredTake.begin(facts).catch(() => this.#full());
    this.#startSending(facts);
    this.#startEncoding({ run: 0, startFrame: 0 });
    for (const { file, bytes } of this.#early ?? []) {
      this.#append(file, bytes);
      if (file === 'film') this.#sender?.add('film', bytes.slice(4));
    }
    this.#early = null;
    this.#timer = setInterval(() => this.#flush(), FLUSH_MS);
    const take = (data: Int16Array<ArrayBuffer> | 'closed') =>
      data === 'closed' ? void this.#closing() : this.#addSamples(data);
    for (const data of early) take(data);
    samples.onmessage = ({ data }: MessageEvent<Int16Array<ArrayBuffer> | 'closed'>) => take(data);
  }

  #startSending(facts: TakeFacts, first?: PartCounts): void {
    const events = {
      sending: (state: 'fine' | 'waiting' | 'signed-out', partsWaiting: number) =>
        this.#report({ kind: 'sending', state, partsWaiting }),
      takenOver: () => this.#report({ kind: 'taken-over' }),
    };
    this.#sender = new PartSender(this.#wire, facts, events, first);
    this.#sender.run().catch((failure: unknown) => this.#fail(failure));
  }

  #startEncoding(run: { run: number; startFrame: number }): void {
    const sink = {
      packet: (bytes: Uint8Array) => this.#parts?.add(bytes),
      failed: (text: string) => this.#report({ kind: 'failed', code: 'encoder', text }),
    };
    const opus = new OpusRun(sink);
    this.#opus = opus;
    this.#parts = new VoiceParts(
      run,
      () => opus.preSkip,
      (part) => this.#sender?.add('voice', part),
    );
  }

  #addSamples(samples: Int16Array<ArrayBuffer>): void {
    this.#frames += samples.length;
    this.#store((stored) => stored.voice.append(samples));
    this.#opus?.add(samples);
  }

  #addLog(text: string): void {
    this.#keep('log', new TextEncoder().encode(text));
    this.#logWaiting += text;
  }

  #addFilm(part: Uint8Array<ArrayBuffer>): void {
    this.#keep('film', framed(part));
    this.#sender?.add('film', part);
  }

  #keep(file: 'log' | 'film', bytes: Uint8Array<ArrayBuffer>): void {
    if (this.#early) this.#early.push({ file, bytes });
    else this.#append(file, bytes);
  }

  #append(file: 'log' | 'film', bytes: Uint8Array<ArrayBuffer>): void {
    if (file === 'log') return this.#store((stored) => stored.log.append(bytes));
    try {
      this.#stored?.addFilm(bytes);
    } catch {
      // The voice matters more: a film that fills the storage makes room for it, and is only sent from then on.
      this.#store((stored) => stored.dropFilm());
    }
  }

  #store(write: (stored: StoredTake) => void): void {
    if (!this.#stored) return;
    try {
      write(this.#stored);
    } catch {
      this.#full();
    }
  }

  /** The storage is full: the take goes on, from memory straight to the server. */
  #full(): null {
    this.#stored?.close();
    this.#stored = null;
    this.#report({ kind: 'storage-full' });
    return null;
  }

  #flush(): void {
    this.#store((stored) => stored.flush());
    if (this.#logWaiting === '') return;
    this.#sender?.add('log', new TextEncoder().encode(this.#logWaiting));
    this.#logWaiting = '';
  }

  /** The order to finish may overtake the last samples, which come by another line: both must have been heard. */
  async #closing(): Promise<void> {
    this.#closings += 1;
    if (this.#closings === this.#lastClosing) await this.#close();
  }

  async #finish(closings: number): Promise<void> {
    this.#lastClosing = closings;
    if (this.#closings >= closings) await this.#close();
  }

  async #close(): Promise<void> {
    if (!this.#facts) return;
    const { takeId } = this.#facts;
    clearInterval(this.#timer);
    await this.#opus?.end();
    this.#parts?.close();
    this.#flush();
    this.#stored?.close();
    const [voice, films] = this.#stored
      ? [await voiceBlob(takeId), await filmsIn(await filmPartsOf(takeId))]
      : [null, new Map<number, Blob>()];
    this.#report({ kind: 'recorded', frames: this.#frames, voice, films });
    await this.#deliver(async () => this.#stored && markDone(takeId));
  }

  /** @param settle what becomes of what is kept here, before anyone is told: whoever waits for that may end this worker */
  async #deliver(settle: () => Promise<unknown>): Promise<void> {
    try {
      await this.#sender?.finish(this.#frames);
      await settle();
      this.#release();
      this.#report({ kind: 'finished', frames: this.#frames });
    } catch (failure) {
      this.#fail(failure);
    }
  }

  async #recover(facts: TakeFacts): Promise<void> {
    this.#facts = facts;
    this.#release = holdTake(facts.takeId);
    const [voice, log] = [await storedVoice(facts.takeId), await storedLog(facts.takeId)];
    const arrived = await this.#arrived(facts.takeId);
    if (arrived === 'finished') {
      await removeStored(facts.takeId);
      return this.#report({ kind: 'finished', frames: 0 });
    }
    const frames = Math.floor((voice?.size ?? 0) / 2);
    this.#frames = Math.max(frames, arrived.voiceFrames);
    this.#startSending(
      { ...facts, takeOver: true },
      {
        voice: arrived.voiceParts,
        log: arrived.logParts,
        film: arrived.filmParts,
      },
    );
    if (voice && frames > arrived.voiceFrames) {
      this.#startEncoding({ run: arrived.nextRun, startFrame: arrived.voiceFrames });
      for (let at = arrived.voiceFrames; at < frames; at += RECOVER_FRAMES) {
        const end = Math.min(frames, at + RECOVER_FRAMES);
        present(this.#opus).add(new Int16Array(await voice.slice(at * 2, end * 2).arrayBuffer()));
        while (present(this.#opus).waiting > 4) await this.#wire.pause(5);
      }
      await present(this.#opus).end();
      present(this.#parts).close();
    }
    const rest = log ? wholeLines(new Uint8Array(await log.slice(arrived.logBytes).arrayBuffer())) : null;
    if (rest && rest.length > 0) this.#sender?.add('log', rest);
    for (const part of (await filmPartsOf(facts.takeId)).slice(arrived.filmParts))
      this.#sender?.add('film', new Uint8Array(await part.arrayBuffer()));
    await this.#deliver(() => removeStored(facts.takeId));
  }

  /** What the server has of a take; nothing when it never heard of it. */
  async #arrived(takeId: string): Promise<Arrived | 'finished'> {
    for (;;) {
      const answer = await this.#wire.send('GET', `/api/takes/${takeId}/arrived`);
      if (answer.status === 404) return NOTHING_ARRIVED;
      if (answer.status === 200) {
        if (answer.body['state'] === 'finished') return 'finished';
        return answer.body as unknown as Arrived;
      }
      this.#report({ kind: 'sending', state: answer.status === 401 ? 'signed-out' : 'waiting', partsWaiting: 0 });
      await this.#wire.pause(2000);
    }
  }

  async #discard(): Promise<void> {
    if (!this.#facts) return;
    clearInterval(this.#timer);
    this.#sender?.stop();
    this.#stored?.close();
    this.#release();
    await removeStored(this.#facts.takeId);
    await this.#wire.send('POST', `/api/takes/${this.#facts.takeId}/discard`, {});
  }

  #fail(failure: unknown): void {
    const known = failure instanceof Refused;
    this.#report({
      kind: 'failed',
      code: known ? failure.code : 'failed',
      text: known
        ? failure.message
        : 'Sending stopped. The recording is safe in this browser; open the lesson again to go on.',
    });
  }
}

/** What the server has of a take without a gap. */
interface Arrived {
  readonly voiceParts: number;
  readonly logParts: number;
  readonly filmParts: number;
  readonly logBytes: number;
  readonly voiceFrames: number;
  readonly nextRun: number;
}
const NOTHING_ARRIVED: Arrived = {
  voiceParts: 0,
  logParts: 0,
  filmParts: 0,
  logBytes: 0,
  voiceFrames: 0,
  nextRun: 0,
};

async function filmPartsOf(takeId: string): Promise<readonly Blob[]> {
  const file = await storedFilm(takeId);
  return file ? storedParts(file) : [];
}

async function voiceBlob(takeId: string): Promise<Blob | null> {
  const file = await storedVoice(takeId);
  return file && new Blob([wavHeader(file.size, RATE), file], { type: 'audio/wav' });
}

/** Up to the last line end: a line that was torn by a crash is left out. */
function wholeLines(bytes: Uint8Array<ArrayBuffer>): Uint8Array<ArrayBuffer> {
  return bytes.slice(0, bytes.lastIndexOf(10) + 1);
}
