/*
 * The work of the sound worker as a plain class. Blocks of a microphone are laid on one line of frames; a gate lets a
 * stretch of that line through as 16-bit samples. Its ends are moments, not the arrival of an order: a machine that is
 * a second behind records no second too little. What the microphone did not deliver goes through as silence.
 */
import { CaptureLine, type Captured, type PlacedSound } from '@oakbell/core/clock';
import { present } from '@oakbell/core/present';
import { PACKET_FRAMES, RATE } from '../encoding/index.ts';
import type { Lost, SoundReport } from './soundProtocol.ts';

export interface Heard extends Omit<Captured, 'frames'> {
  /** One channel at the rate of takes. */
  readonly samples: Float32Array<ArrayBuffer>;
}
type Block = Captured & Heard;

/** How often it is looked whether sound still comes. */
export const TICK_MS = 250;
/** A look that comes later than this was held up itself: what has come meanwhile is not read yet. */
const HELD_UP_MS = 500;
/** Nothing for so long, and silence is laid down, up to a while ago. */
const NOTHING_MS = 1500;
const LEFT_MS = 500;
/** At a closing it is waited so long for what is still on its way. */
const LAST_MS = 300;
/** So much sound from before an opening is kept at hand: half a second and what is on its way. */
const KEPT = 36_000;
/** Level is told about 25 times a second. */
const TOLD_EVERY = 1920;
/** Silence is laid down in pieces of a second. */
const PIECE = RATE;

export class VoiceGate {
  readonly #line = new CaptureLine<Block>(RATE);
  /** The next frame of the line to be laid down. */
  #at = 0;
  #recent: { readonly frame: number; readonly values: Int16Array<ArrayBuffer> }[] = [];
  #out: Pick<MessagePort, 'postMessage'> | null = null;
  #open: { readonly from: number; readonly to: number | null } | null = null;
  /** An opening that waits for the first sound, since there is no line yet. */
  #wanted: { readonly fromMs: number; readonly askedMs: number } | null = null;
  #closedAt = 0;
  #packet = new Int16Array(PACKET_FRAMES);
  #filled = 0;
  #level = { peak: 0, energy: 0, frames: 0, lateMs: 0 };
  #lastHeardMs: number;
  #lastTickMs: number;
  readonly #report: (report: SoundReport) => void;
  readonly #now: () => number;

  constructor(report: (report: SoundReport) => void, now: () => number) {
    this.#report = report;
    this.#now = now;
    this.#lastHeardMs = now();
    this.#lastTickMs = now();
  }
  /** Samples that are let through go there from now on. */
  sendTo(out: Pick<MessagePort, 'postMessage'>): void {
    this.#out = out;
  }

  heard({ samples, stampMs, arrivedMs }: Heard): void {
    if (samples.length === 0) return;
    this.#lastHeardMs = arrivedMs;
    const block = { samples, stampMs, arrivedMs, frames: samples.length };
    this.#lay(this.#line.arrived(block));
    this.#level.lateMs = Math.max(this.#level.lateMs, this.#line.lateBy(block));
    this.#openIfWanted();
  }

  /** Another microphone speaks from here on. */
  restart(): void {
    this.#lay(this.#line.restart());
  }

  /** Lets sound through from a moment on, as far as it is still at hand. */
  open(fromMs: number): void {
    this.#wanted = { fromMs, askedMs: this.#now() };
    this.#openIfWanted();
  }

  /** Holds sound back from a moment on; nothing where the gate is shut. */
  close(atMs: number): void {
    if (!this.#open || this.#open.to !== null) return;
    const to = Math.max(this.#at, this.#open.from, this.#line.frameAt(atMs) ?? 0);
    this.#open = { ...this.#open, to };
    this.#closeIfPassed();
  }

  /** To be called every `TICK_MS`: sees to it that the line goes on where a microphone says nothing. */
  tick(): void {
    const now = this.#now();
    const heldUp = now - this.#lastTickMs > HELD_UP_MS;
    this.#lastTickMs = now;
    if (heldUp) return;
    const sinceMs = now - this.#lastHeardMs;
    if (this.#wanted && now - this.#wanted.askedMs > NOTHING_MS) this.#line.fillTo(now);
    this.#openIfWanted();
    if (!this.#open) return;
    if (this.#open.to !== null && sinceMs > LAST_MS) this.#fillTo(now);
    else if (sinceMs > NOTHING_MS && now - (this.#line.endMs ?? now) > NOTHING_MS) this.#fillTo(now - LEFT_MS);
  }

  #fillTo(ms: number): void {
    this.#lay(this.#line.flush());
    this.#silence(this.#line.fillTo(ms), 'nothing');
  }

  #openIfWanted(): void {
    if (!this.#wanted) return;
    const wanted = this.#line.frameAt(this.#wanted.fromMs);
    if (wanted === null) return;
    const from = Math.max(wanted, this.#closedAt, this.#recent[0]?.frame ?? this.#at);
    this.#wanted = null;
    this.#open = { from, to: null };
    this.#report({ kind: 'opened', frame: from });
    for (const { frame, values } of this.#recent) this.#letThrough(frame, values);
  }

  #lay(placed: readonly PlacedSound<Block>[]): void {
    for (const { block, lost, late } of placed) {
      this.#silence(lost, 'busy');
      const values = new Int16Array(block.samples.length - late);
      for (let i = 0; i < values.length; i += 1) {
        const sample = present(block.samples[late + i]);
        this.#level.peak = Math.max(this.#level.peak, Math.abs(sample));
        this.#level.energy += sample * sample;
        values[i] = Math.max(-32_768, Math.min(32_767, Math.round(sample * 32_767)));
      }
      this.#pass(values);
    }
  }

  #silence(frames: number, why: Lost): void {
    if (frames === 0) return;
    const [from, to] = [Math.max(this.#at, this.#open?.from ?? Infinity), this.#at + frames];
    const end = Math.min(to, this.#open?.to ?? Infinity);
    for (let left = frames; left > 0; left -= PIECE) this.#pass(new Int16Array(Math.min(left, PIECE)));
    if (end > from) this.#report({ kind: 'lost', frame: from, frames: end - from, why });
  }

  #pass(values: Int16Array<ArrayBuffer>): void {
    this.#recent.push({ frame: this.#at, values });
    this.#letThrough(this.#at, values);
    this.#at += values.length;
    while (present(this.#recent[0]).frame + present(this.#recent[0]).values.length < this.#at - KEPT)
      this.#recent.shift();
    this.#closeIfPassed();
    this.#tell(values.length);
  }

  #letThrough(frame: number, values: Int16Array<ArrayBuffer>): void {
    if (!this.#open) return;
    const start = Math.max(0, this.#open.from - frame);
    const end = Math.min(values.length, (this.#open.to ?? Infinity) - frame);
    for (let at = start; at < end;) {
      const taken = Math.min(PACKET_FRAMES - this.#filled, end - at);
      this.#packet.set(values.subarray(at, at + taken), this.#filled);
      this.#filled += taken;
      at += taken;
      if (this.#filled === PACKET_FRAMES) this.#flush();
    }
  }

  #closeIfPassed(): void {
    const to = this.#open?.to ?? Infinity;
    if (this.#at < to) return;
    this.#open = null;
    this.#closedAt = to;
    this.#flush();
    // The capture worker learns in its own line of messages that nothing more comes, so no sample can be overtaken.
    this.#out?.postMessage('closed');
    this.#report({ kind: 'closed', frame: to });
  }

  #flush(): void {
    if (this.#filled > 0) this.#out?.postMessage(this.#packet.slice(0, this.#filled));
    this.#filled = 0;
  }

  #tell(frames: number): void {
    this.#level.frames += frames;
    const { endMs } = this.#line;
    if (this.#level.frames < TOLD_EVERY || endMs === null) return;
    const { peak, energy, frames: all, lateMs } = this.#level;
    const endFrame = this.#at;
    const behindMs = ((this.#line.frames - endFrame) * 1000) / RATE;
    this.#report({ kind: 'block', endFrame, endMs: endMs - behindMs, peak, energy: energy / all, lateMs });
    this.#level = { peak: 0, energy: 0, frames: 0, lateMs: 0 };
  }
}
