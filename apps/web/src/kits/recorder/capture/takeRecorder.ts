import { personHere } from '../../../shared/api/index.ts';
import { fromFrames, micros, ZERO, type Micros } from '@oakbell/core/clock';
import { eventText, indexMarks, logHeaderText, marksAt, type Mark, type TakeEvent } from '@oakbell/core/log';
import { TALLEST_BOARD } from '@oakbell/core/pages';
import type { Device } from '../practice/index.ts';
import type { CaptureOrder, CaptureReport, TakeFacts } from './captureProtocol.ts';
import { LiveInk } from '../../ink/index.ts';
import {
  LoadWatch,
  type Lost,
  type MicrophoneFault,
  type Shed,
  SoundInput,
  SoundWatch,
  SpeechPauses,
  switchesOf,
} from '../sound/index.ts';
import { RATE } from '../encoding/index.ts';
import type { Alarm, RecorderState, RecorderView } from './recorderView.ts';
import { TakeFilms } from './takeFilms.ts';

export interface RecorderSetup {
  readonly lessonId: string;
  readonly firstPage: string;
  /** What earlier takes left on each page. */
  readonly earlierInk: (page: string) => readonly Mark[];
  /** How far down earlier takes have made a page reach, in page units; null where it never grew. */
  readonly earlierHeight: (page: string) => number | null;
  readonly takeOver: boolean;
  /** Spoken over a lesson: not added to its end. */
  readonly aside?: boolean;
  /** What was written before anything is recorded, and goes on being written: a take begins with all of it. */
  readonly before?: Before;
}
/** Ink that is there before a take, as events at its beginning. */
export interface Before {
  /** All of it, as it stands when a recorder is made. */
  readonly events: () => readonly TakeEvent[];
  /** Called with all of it whenever it changes. */
  readonly onChange: (events: readonly TakeEvent[]) => void;
}

/** Sound counts from so long before recording begins, and goes on so long after Stop is pressed. */
const HEAD_MS = 500;
const TAIL_MS = 500;
/** A loss is told for so long after the last one. */
const LOST_TOLD_MS = 60_000;
/** A microphone that says nothing at all is told of until it has spoken for so long. */
const NOTHING_TOLD_MS = 2000;
/** Before a sentence is said again, so many seconds are counted. */
const JOIN_COUNT = 2;

const pause = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));
/** This window, for as long as it is open. */
const WINDOW_KEY = crypto.randomUUID();

/** One take: from an open microphone to a voice and a log that the server has. */
export class TakeRecorder {
  readonly takeId = crypto.randomUUID();
  readonly ink: LiveInk;
  readonly films: TakeFilms;
  #view: RecorderView;
  #worker: Worker | null = null;
  #closings = 0;
  #pausedAtMs = 0;
  readonly #written: string[] = [];
  readonly #seen = new Set<string>();
  #pointerOn: string | null = null;
  #inkVersion = 0;
  readonly #inkListeners = new Set<() => void>();
  readonly #listeners = new Set<() => void>();
  readonly #pauses = new SpeechPauses();
  readonly #sound = new SoundWatch();
  readonly #load = new LoadWatch();
  #lostAtMs = -Infinity;
  #nothingAtMs = -Infinity;
  #turns: readonly { readonly at: Micros; readonly page: string }[] = [];
  readonly #levels = new Set<(peak: number) => void>();
  #input: SoundInput | null = null;
  #before: readonly TakeEvent[] | null;
  #isClosed = false;
  readonly #setup: RecorderSetup;

  /** A recorder that has no microphone yet: see `attach`. */
  constructor(setup: RecorderSetup) {
    this.#setup = setup;
    this.#before = setup.before?.events() ?? null;
    this.#view = {
      sound: 'opening',
      state: { kind: 'listening' },
      sending: 'fine',
      alarms: [],
      shed: 0,
      lostMs: 0,
      page: setup.firstPage,
      heights: new Map(),
      tops: new Map(),
    };
    this.ink = new LiveInk(`${this.takeId.slice(0, 8)}-`, (event) => this.#log(event));
    this.films = new TakeFilms({
      log: (event) => this.#log(event),
      film: (run, bytes) =>
        this.#worker?.postMessage({ kind: 'film', run, bytes } satisfies CaptureOrder, [bytes.buffer]),
      now: () => this.now,
      isOpen: () => this.isRunning,
      lost: (film, lost) => this.#alarm(film === 'camera' ? 'camera-gone' : 'sharing-ended', lost),
    });
    this.turnTo(setup.firstPage);
  }

  /** Opens the microphone and listens, without recording. */
  static async listen(setup: RecorderSetup, deviceId: string | null): Promise<TakeRecorder | MicrophoneFault> {
    const recorder = new TakeRecorder(setup);
    return (await recorder.attach(deviceId)) ?? recorder;
  }

  /** Opens the microphone and listens; says why not. */
  async attach(deviceId: string | null): Promise<MicrophoneFault | null> {
    this.#set({ sound: 'opening' });
    const input = await SoundInput.open(deviceId, {
      level: (peak, energy) => this.#hear(peak, energy),
      late: (ms) => this.#spare(this.#load.heard(ms, performance.now())),
      lost: (frame, frames, why) => this.#lose(frame, frames, why),
      gone: () => this.#alarm('microphone-gone', true),
    });
    if (typeof input === 'string') {
      this.#set({ sound: input });
      return input;
    }
    // Whoever has left meanwhile wants no microphone any more.
    if (this.#isClosed) {
      input.close();
      return null;
    }
    this.#input = input;
    this.#set({ sound: 'there' });
    return null;
  }

  get view(): RecorderView {
    return this.#view;
  }
  get device(): Device {
    return this.#input?.device ?? { id: '', name: '' };
  }
  /** Take time now; 0 before recording. */
  get now(): Micros {
    return this.#timeAt(performance.now());
  }
  #timeAt(ms: number): Micros {
    return this.#worker && this.#input ? this.#input.clock.takeTimeAt(ms) : ZERO;
  }
  /** The length of what will be in the lesson: what was said again counts once. */
  get length(): Micros {
    return this.lengthOf(this.now);
  }
  lengthOf(whole: Micros): Micros {
    return micros(whole - this.#pauses.droppedLength);
  }
  /** Take time of an event of the browser. */
  timeOf(event: Pick<Event, 'timeStamp'>): Micros {
    return this.#timeAt(event.timeStamp);
  }
  /** Whether a take runs: it is recorded, or paused. */
  get isRunning(): boolean {
    return this.#view.state.kind === 'recording' || this.#view.state.kind === 'paused';
  }
  /** Whether ink counts now: while a take runs, and before it where it begins with what was written. */
  get canWrite(): boolean {
    return this.isRunning || (this.#before !== null && this.#view.state.kind === 'listening');
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };
  readonly getView = (): RecorderView => this.#view;
  readonly subscribeInk = (listener: () => void): (() => void) => {
    this.#inkListeners.add(listener);
    return () => this.#inkListeners.delete(listener);
  };
  readonly getInk = (): number => this.#inkVersion;
  onLevel(listener: (peak: number) => void): () => void {
    this.#levels.add(listener);
    return () => this.#levels.delete(listener);
  }

  async changeMicrophone(deviceId: string | null): Promise<MicrophoneFault | null> {
    const fault = this.#input ? await this.#input.change(deviceId) : await this.attach(deviceId);
    if (!fault) this.#alarm('microphone-gone', false);
    return fault;
  }

  /** Counts down and records. A count of 0 starts at once. */
  async start(count: number): Promise<void> {
    const input = this.#input;
    if (this.#view.state.kind !== 'listening' || !input) return;
    this.ink.penUp();
    const { lessonId, takeOver, aside = false } = this.#setup;
    const facts: TakeFacts = {
      takeId: this.takeId,
      lessonId,
      personId: personHere() ?? '',
      windowKey: WINDOW_KEY,
      openedAt: new Date().toISOString(),
      takeOver,
      ...(aside ? { aside } : {}),
    };
    for (let left = count; left > 0; left -= 1) {
      this.#set({ state: { kind: 'countdown', left } });
      await pause(1000);
      if ((this.#view.state as RecorderState).kind !== 'countdown') return;
    }
    const worker = new Worker(new URL('./capture.worker.ts', import.meta.url), { type: 'module' });
    this.#worker = worker;
    worker.onmessage = ({ data }: MessageEvent<CaptureReport>) => this.#report(data);
    const samples = new MessageChannel();
    input.sendSamplesTo(samples.port1);
    worker.postMessage({ kind: 'begin', facts, samples: samples.port2 } satisfies CaptureOrder, [samples.port2]);
    await input.openGate(HEAD_MS);
    this.#set({ state: { kind: 'recording' } });
    const switches = switchesOf(this.device.id);
    if (switches.gain !== 0 || switches.noise || switches.levelling)
      this.#log({ kind: 'sound', at: ZERO, ...switches });
    const { page } = this.#view;
    this.#turns = [{ at: ZERO, page }];
    this.#log({ kind: 'page', at: ZERO, page });
    for (const event of this.#before ?? []) this.#log(atBeginning(event));
    this.films.begin();
  }

  /** Breaks the countdown off. */
  cancelCountdown(): void {
    const { state } = this.#view;
    if (state.kind === 'countdown') this.#set({ state: { kind: state.joins === undefined ? 'listening' : 'paused' } });
  }

  /**
   * Steps back to the last pause in speech, takes back what was written and turned since, and goes on after a count
   * of two. The voice of before stays in the take; it is left out of the lesson.
   */
  async sayAgain(): Promise<void> {
    if (this.#view.state.kind === 'recording') await this.pause();
    if (this.#view.state.kind !== 'paused') return;
    const at = this.now;
    const to = this.#pauses.joinBefore(at);
    this.#turns = this.#turns.filter((turn) => turn.at <= to);
    const page = this.#turns.at(-1)?.page ?? this.#setup.firstPage;
    this.#pauses.drop(to, at);
    this.ink.backTo(to, at);
    if (page !== this.#view.page) this.turnTo(page);
    this.#log({ kind: 'said-again', at, to });
    this.inkChanged();
    for (let left = JOIN_COUNT; left > 0; left -= 1) {
      this.#set({ state: { kind: 'countdown', left, joins: to } });
      await pause(1000);
      if ((this.#view.state as RecorderState).kind !== 'countdown') return;
    }
    this.#set({ state: { kind: 'paused' } });
    await this.goOn();
  }

  async pause(): Promise<void> {
    if (this.#view.state.kind !== 'recording') return;
    await this.#input?.closeGate();
    this.#closings += 1;
    this.#pausedAtMs = performance.now();
    this.#set({ state: { kind: 'paused' } });
    await this.films.hold();
  }

  async goOn(): Promise<void> {
    if (this.#view.state.kind !== 'paused') return;
    this.#log({ kind: 'paused', at: this.now, lastedMs: Math.round(performance.now() - this.#pausedAtMs) });
    await this.#input?.openGate();
    this.#set({ state: { kind: 'recording' } });
    this.films.begin();
  }

  async stop(): Promise<void> {
    // While it counts down to say something again, nothing is recorded: it stops as from a pause.
    if (this.#view.state.kind === 'countdown' && this.#view.state.joins !== undefined) this.cancelCountdown();
    const { kind } = this.#view.state;
    if (kind !== 'recording' && kind !== 'paused') return;
    this.ink.penUp();
    this.pointerGone();
    this.#set({ state: { kind: 'stopping' } });
    if (kind === 'recording') {
      await pause(TAIL_MS);
      await this.#input?.closeGate();
      this.#closings += 1;
      // The end of the take, so that the log tells its own length.
      this.#log({ kind: 'paused', at: this.now, lastedMs: 0 });
    }
    await this.films.hold();
    this.#post({ kind: 'finish', closings: this.#closings });
  }

  /** Stops and waits until the server has the take whole. */
  async stopAndSend(): Promise<void> {
    await this.stop();
    while (!this.#isOver()) await pause(50);
  }
  #isOver(): boolean {
    const { state } = this.#view;
    return state.kind === 'failed' || (state.kind === 'recorded' && state.finished);
  }

  /** Turns to a page; before recording it only chooses the first one. */
  turnTo(page: string): void {
    this.ink.penUp();
    this.pointerGone();
    if (!this.#seen.has(page)) {
      this.#seen.add(page);
      this.ink.begin(page, [...this.#setup.earlierInk(page), ...this.#writtenBefore(page)]);
      const height = this.#setup.earlierHeight(page);
      if (height !== null) this.#set({ heights: new Map(this.#view.heights).set(page, height) });
    }
    if (this.isRunning) {
      this.#turns = [...this.#turns, { at: this.now, page }];
      this.#log({ kind: 'page', at: this.now, page });
    }
    this.films.pageUp(page);
    this.#set({ page });
    this.inkChanged();
  }

  /** A clip begins to play, or stands still, at `positionMs` of its own time. */
  clip(page: string, playing: boolean, positionMs: number): void {
    if (!this.isRunning) return;
    this.#log({ kind: 'clip', at: this.now, page, playing, positionMs: Math.max(0, Math.round(positionMs)) });
  }

  /** A line of a rubric was given a level, or none again: what is said from here on is about it. */
  rubric(criterion: string, level: string | null): void {
    if (this.isRunning) this.#log({ kind: 'rubric', at: this.now, criterion, level });
  }

  /** Shows a page from `top` downwards, in page units, as far as it goes. */
  scrollTo(page: string, top: number, viewHeight: number): void {
    const lowest = (this.#view.heights.get(page) ?? viewHeight) - viewHeight;
    const held = Math.round(Math.max(0, Math.min(lowest, top)));
    if (held === (this.#view.tops.get(page) ?? 0)) return;
    if (this.isRunning) this.#log({ kind: 'scrolled', at: this.now, page, top: held });
    this.#set({ tops: new Map(this.#view.tops).set(page, held) });
    this.inkChanged();
  }
  /** Makes a board longer by `by` page units; says whether there was room. */
  grow(page: string, by: number, viewHeight: number): boolean {
    const height = Math.min(TALLEST_BOARD, (this.#view.heights.get(page) ?? viewHeight) + by);
    if (height === this.#view.heights.get(page)) return false;
    if (this.isRunning) this.#log({ kind: 'grown', at: this.now, page, height });
    this.#set({ heights: new Map(this.#view.heights).set(page, height) });
    return true;
  }

  pointerAt(x: number, y: number, at: Micros): void {
    if (!this.isRunning) return;
    this.#pointerOn = this.#view.page;
    this.#log({ kind: 'pointer', at, page: this.#view.page, points: [Math.round(x * 10), Math.round(y * 10), 0] });
  }
  pointerGone(): void {
    if (this.#pointerOn === null) return;
    this.#log({ kind: 'pointer', at: this.now, page: this.#pointerOn, points: [], gone: true });
    this.#pointerOn = null;
  }

  inkChanged(): void {
    this.#inkVersion += 1;
    for (const listener of this.#inkListeners) listener();
  }

  /** Throws the take away. */
  discard(): void {
    this.#post({ kind: 'discard' });
  }

  /** Lets the microphone go. The worker ends by itself once everything has arrived. */
  close(): void {
    this.#isClosed = true;
    this.#input?.close();
    this.films.close();
    if (this.#view.state.kind === 'recorded' && this.#view.state.finished) this.#worker?.terminate();
    if (this.#view.state.kind === 'listening' || this.#view.state.kind === 'failed') this.#worker?.terminate();
  }

  #report(report: CaptureReport): void {
    switch (report.kind) {
      case 'sending':
        return this.#set({ sending: report.state });
      case 'storage-full':
        return this.#alarm('storage-full', true);
      case 'taken-over':
        this.#alarm('taken-over', true);
        return void this.stop();
      case 'recorded': {
        const length = micros((report.frames * 1e6) / RATE);
        const { takeId } = this;
        return this.#set({
          state: { kind: 'recorded', takeId, length, voice: report.voice, films: report.films, finished: false },
        });
      }
      case 'finished': {
        const { state } = this.#view;
        if (state.kind === 'recorded') this.#set({ state: { ...state, finished: true } });
        return;
      }
      case 'failed':
        return this.#set({ state: { kind: 'failed', code: report.code, text: report.text } });
    }
  }

  #hear(peak: number, energy: number): void {
    for (const listener of this.#levels) listener(peak);
    this.#sound.heard(peak, performance.now());
    if (this.#view.state.kind !== 'recording') return;
    this.#pauses.heard(energy, this.now);
    const now = performance.now();
    this.#alarm('silent', this.#sound.isSilent(now) || now - this.#nothingAtMs < NOTHING_TOLD_MS);
    this.#alarm('clipping', this.#sound.isClipping(now));
    if (now - this.#lostAtMs > LOST_TOLD_MS) this.#alarm('voice-lost', false);
  }

  /** Part of the voice never arrived: it is marked in the log, and told with what to do. */
  #lose(frame: number, frames: number, why: Lost): void {
    const lastedMs = (frames * 1000) / RATE;
    const at = fromFrames(this.#input?.clock.takeFramesBefore(frame) ?? 0, RATE);
    this.#log({ kind: 'sound-lost', at, lastedMs: Math.round(lastedMs * 10) / 10 });
    // A microphone that is gone has its own word for it.
    const isGone = this.#view.alarms.includes('microphone-gone');
    if (why === 'nothing') {
      this.#nothingAtMs = performance.now();
      return this.#alarm('silent', !isGone);
    }
    this.#lostAtMs = performance.now();
    this.#set({ lostMs: this.#view.lostMs + lastedMs });
    this.#alarm('voice-lost', !isGone);
    this.#spare(this.#load.lost(this.#lostAtMs));
  }

  /** The voice comes first: what competes with it gives way. */
  #spare(shed: Shed): void {
    if (shed === this.#view.shed) return;
    this.films.spare(shed);
    this.#set({ shed });
  }

  #alarm(alarm: Alarm, on: boolean): void {
    if (this.#view.alarms.includes(alarm) === on) return;
    this.#set({ alarms: on ? [...this.#view.alarms, alarm] : this.#view.alarms.filter((one) => one !== alarm) });
  }

  /** The log as it stands, for hearing the take at once. */
  logSoFar(): string {
    return logHeaderText() + this.#written.join('');
  }

  /** What was written on a page before anything was recorded. */
  #writtenBefore(page: string): readonly Mark[] {
    return marksAt(indexMarks(this.#before ?? []).get(page), ZERO);
  }

  #log(event: TakeEvent): void {
    if (this.#before && !this.#worker) {
      this.#before = [...this.#before, event];
      return this.#setup.before?.onChange(this.#before);
    }
    const text = eventText(event);
    this.#written.push(text);
    this.#post({ kind: 'log', text });
  }
  #post(order: CaptureOrder): void {
    this.#worker?.postMessage(order);
  }
  #set(change: Partial<RecorderView>): void {
    this.#view = { ...this.#view, ...change };
    for (const listener of this.#listeners) listener();
  }
}

/** What was written before a take, as it is there when the take begins: all of it at once. */
function atBeginning(event: TakeEvent): TakeEvent {
  return event.kind === 'stroke' ? { ...event, at: ZERO, paused: true } : { ...event, at: ZERO };
}
