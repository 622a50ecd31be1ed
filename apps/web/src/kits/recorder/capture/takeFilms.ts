/*
 * The films of a take: the camera, and another window while its page is up. Each unpaused stretch is a run with a
 * file of its own, and its place in the take is the sample clock's at the moment it was started.
 */
import { present } from '@oakbell/core/present';
import { ZERO, type Micros } from '@oakbell/core/clock';
import { FIRST_INSET, type FilmKind, type Framing, type Inset, type TakeEvent } from '@oakbell/core/log';
import type { Shed } from '../sound/index.ts';
import { FilmRun } from './filmRun.ts';

/** Bits a second: a face is small, a window has small print. */
const BITS: Readonly<Record<FilmKind, number>> = { camera: 900_000, window: 1_800_000 };

/** Pictures a second of a camera, and those of one that gives way to the voice. */
export const CAMERA_RATE = { frameRate: { ideal: 25, max: 30 } } as const;
const SPARED_RATE: MediaTrackConstraints = { frameRate: { ideal: 8, max: 10 } };

export interface FilmsView {
  readonly camera: MediaStream | null;
  readonly framing: Framing;
  readonly inset: Inset;
  /** Whether the camera is recorded without being shown in the room. */
  readonly hidden: boolean;
  /** The window that is shared, and the page it is shown on. */
  readonly window: { readonly page: string; readonly stream: MediaStream } | null;
}
/** What of the recorder the films need. */
export interface FilmsSink {
  readonly log: (event: TakeEvent) => void;
  readonly film: (run: number, bytes: Uint8Array<ArrayBuffer>) => void;
  readonly now: () => Micros;
  /** Whether a take is being recorded or paused. */
  readonly isOpen: () => boolean;
  readonly lost: (film: FilmKind, lost: boolean) => void;
}

export class TakeFilms {
  #view: FilmsView = { camera: null, framing: 'page', inset: FIRST_INSET, hidden: false, window: null };
  #delayMs = 0;
  #isSpared = false;
  #page: string | null = null;
  #recording = false;
  #begun = false;
  #nextRun = 0;
  readonly #runs = new Map<FilmKind, FilmRun>();
  /** Over when every run that was ended has handed its last bytes over. */
  #ending: Promise<unknown> = Promise.resolve();
  readonly #listeners = new Set<() => void>();
  readonly #sink: FilmsSink;

  constructor(sink: FilmsSink) {
    this.#sink = sink;
  }

  get view(): FilmsView {
    return this.#view;
  }
  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };
  readonly getView = (): FilmsView => this.#view;

  /** Another camera, or none. What it sees happened `delayMs` before. */
  async setCamera(stream: MediaStream | null, delayMs: number): Promise<void> {
    await this.#end('camera');
    const before = this.#view.camera;
    if (before !== stream) stopTracks(before);
    this.#delayMs = delayMs;
    this.#set({ camera: stream });
    if (this.#isSpared) this.#setRate(SPARED_RATE);
    this.#sink.lost('camera', false);
    for (const track of stream?.getVideoTracks() ?? [])
      track.addEventListener('ended', () => void this.#lose('camera', present(stream)));
    if (!stream) this.setFraming('page');
    else if (!before) this.setFraming('inset');
    this.#start('camera');
  }

  /** What the machine is spared: first pictures a second, then the picture in the room. */
  spare(shed: Shed): void {
    if (shed > 0 !== this.#isSpared) this.#setRate(shed > 0 ? SPARED_RATE : CAMERA_RATE);
    this.#isSpared = shed > 0;
    if (shed > 1 !== this.#view.hidden) this.#set({ hidden: shed > 1 });
  }

  setFraming(framing: Framing): void {
    if (framing === this.#view.framing || (framing !== 'page' && !this.#view.camera)) return;
    this.#set({ framing });
    if (this.#begun && this.#sink.isOpen()) this.#sink.log({ kind: 'framing', at: this.#sink.now(), framing });
  }
  setInset(inset: Inset): void {
    this.#set({ inset });
    if (this.#begun && this.#sink.isOpen()) this.#sink.log({ kind: 'inset', at: this.#sink.now(), inset });
  }

  /** Shows a window on a page; only while that page is up is it recorded. */
  async share(page: string, stream: MediaStream): Promise<void> {
    await this.stopSharing();
    this.#sink.lost('window', false);
    this.#set({ window: { page, stream } });
    for (const track of stream.getVideoTracks())
      track.addEventListener('ended', () => void this.#lose('window', stream));
    this.#start('window');
  }
  async stopSharing(): Promise<void> {
    await this.#end('window');
    stopTracks(this.#view.window?.stream ?? null);
    this.#set({ window: null });
  }

  /** Another page is up. */
  pageUp(page: string): void {
    this.#page = page;
    if (this.#view.window?.page === page) this.#start('window');
    else void this.#end('window');
  }

  /** The take records from now on. */
  begin(): void {
    this.#recording = true;
    if (!this.#begun && this.#view.camera) {
      this.#sink.log({ kind: 'inset', at: ZERO, inset: this.#view.inset });
      this.#sink.log({ kind: 'framing', at: ZERO, framing: this.#view.framing });
    }
    this.#begun = true;
    this.#start('camera');
    this.#start('window');
  }
  /** Nothing is recorded from now on; resolves when every film has been handed over. */
  async hold(): Promise<void> {
    this.#recording = false;
    await Promise.all([this.#end('camera'), this.#end('window')]);
    // A window that was left a moment ago may still be handing over.
    await this.#ending;
  }

  close(): void {
    this.#recording = false;
    for (const run of this.#runs.values()) void run.stop();
    stopTracks(this.#view.camera);
    stopTracks(this.#view.window?.stream ?? null);
    this.#listeners.clear();
  }

  #start(film: FilmKind): void {
    const stream = film === 'camera' ? this.#view.camera : this.#shownWindow();
    if (!this.#recording || !stream || this.#runs.has(film)) return;
    const run = this.#nextRun;
    this.#nextRun += 1;
    const made = FilmRun.start({ number: run, stream, bits: BITS[film] }, (bytes) => this.#sink.film(run, bytes));
    if (!made) return this.#sink.lost(film, true);
    const delay = film === 'camera' && this.#delayMs !== 0 ? { delayMs: this.#delayMs } : {};
    this.#sink.log({ kind: 'film', at: this.#sink.now(), film, run, ...delay });
    this.#runs.set(film, made);
  }

  async #end(film: FilmKind): Promise<void> {
    const run = this.#runs.get(film);
    if (!run) return;
    this.#runs.delete(film);
    this.#sink.log({ kind: 'film-ended', at: this.#sink.now(), run: run.number });
    const stopped = run.stop();
    this.#ending = Promise.all([this.#ending, stopped]);
    await stopped;
  }

  async #lose(film: FilmKind, stream: MediaStream): Promise<void> {
    const isNow = film === 'camera' ? this.#view.camera === stream : this.#view.window?.stream === stream;
    if (!isNow) return;
    if (film === 'window') await this.stopSharing();
    else await this.setCamera(null, 0);
    this.#sink.lost(film, true);
  }

  #setRate(rate: MediaTrackConstraints): void {
    // A camera that has one rate only keeps it.
    for (const track of this.#view.camera?.getVideoTracks() ?? [])
      void track.applyConstraints({ ...track.getConstraints(), ...rate }).catch(() => undefined);
  }
  #shownWindow(): MediaStream | null {
    const { window } = this.#view;
    return window && window.page === this.#page ? window.stream : null;
  }
  #set(change: Partial<FilmsView>): void {
    this.#view = { ...this.#view, ...change };
    for (const listener of this.#listeners) listener();
  }
}

function stopTracks(stream: MediaStream | null): void {
  for (const track of stream?.getTracks() ?? []) track.stop();
}
