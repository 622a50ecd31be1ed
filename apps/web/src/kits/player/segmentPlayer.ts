import { present } from '@oakbell/core/present';
import { clampTime, fromSeconds, micros, toSeconds, ZERO, type Micros } from '@oakbell/core/clock';
import { segmentAt, type Programme } from '@oakbell/core/edits';
import { askForSources, LoadedMedia, type Sources } from './loadedMedia.ts';
import { goesOn, Sounds, voiceOf } from './sounds.ts';

export type PlayState = 'paused' | 'playing' | 'waiting' | 'ended';
export interface PlayerView {
  readonly state: PlayState;
  readonly speed: number;
  /** Plain words when the sound cannot be had. */
  readonly fault: string | null;
}

/** The element of the next segment is brought to its place so long before it is needed. */
const READY_BEFORE_S = 4;
/** From here on the moment of going over is waited for by a timer of its own: a frame of the screen is too coarse. */
const CLOSE_S = 0.12;
/** Where nothing is painted it is looked less often: the timer has to reach from one look to the next. */
const CLOSE_UNSEEN_S = 1.2;
/** An element that is told to play is heard so much later, in seconds: learnt as it goes. */
const FIRST_LEAD_S = 0.02;
const MOST_LEAD_S = 0.08;
/** A grain of sound while scrubbing lasts so long, in ms. */
const GRAIN_MS = 90;
/** While it plays it is looked at so often; what stands so long while nothing arrives is asked for again. Ms. */
const LOOK_MS = 500;
const STANDS_MS = 1500;
const STUCK_MS = 8000;

type Timer = ReturnType<typeof setTimeout>;
type Tick = (time: Micros, leapt: boolean) => void;
interface Next {
  readonly index: number;
  readonly element: HTMLAudioElement | null;
  timer: Timer | null;
}

/**
 * Plays a programme. Its clock is the media element of what is heard, or the machine's clock where nothing is. At a
 * cut the next element is started a moment ahead, so that no silence comes in between.
 */
export class SegmentPlayer {
  #view: PlayerView = { state: 'paused', speed: 1, fault: null };
  #index = 0;
  #frame = 0;
  #lead = FIRST_LEAD_S;
  #element: HTMLAudioElement | null = null;
  /** While nothing is heard: programme time in microseconds at a moment of the machine's clock; stopped without one. */
  #silence = { at: 0, since: null as number | null };
  /** The next segment's element: in its place, and perhaps on its way. */
  #next: Next | null = null;
  #grain: Timer | null = null;
  /** Where it stands while a grain is heard: the grain itself moves nothing. */
  #scrubbedTo: Micros | null = null;
  #isSilenced = false;
  readonly #sounds: Sounds;
  readonly #loaded = new Map<HTMLAudioElement, LoadedMedia<HTMLAudioElement>>();
  /** Where what is heard stood when it last moved, when that was, and when some of it last arrived. */
  #stood = { at: -1, since: 0, arrived: 0 };
  #looking: ReturnType<typeof setInterval> | null = null;
  readonly #listeners = new Set<() => void>();
  readonly #ticks = new Set<Tick>();
  readonly #hurry = () => {
    for (const sound of this.#loaded.values()) sound.hurry();
  };
  #programme: Programme;

  /**
   * @param sources addresses of a take's sound, the best first
   * @param preload how much of it is fetched before anyone plays it
   */
  constructor(
    programme: Programme,
    sources: (takeId: string) => Sources,
    private readonly preload: 'auto' | 'metadata' = 'auto',
  ) {
    this.#programme = programme;
    this.#sounds = new Sounds((takeId) => this.#made(() => sources(takeId)));
    this.#sounds.fit(programme);
    this.#element = this.#elementOf(0);
  }

  get programme(): Programme {
    return this.#programme;
  }

  /**
   * Plays another programme from now on, from `at`: the sound that was loaded stays loaded. It stands until it is told
   * to play.
   */
  become(programme: Programme, at: Micros): void {
    this.#endGrain();
    this.pause();
    this.#programme = programme;
    this.#sounds.fit(programme);
    for (const element of this.#sounds.all) element.muted = this.#isSilenced;
    this.#index = 0;
    this.#element = this.#elementOf(0);
    this.#silence = { at: 0, since: null };
    this.#set({ state: 'paused' });
    this.seek(clampTime(at, ZERO, programme.length));
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };
  readonly getView = (): PlayerView => this.#view;

  /** Called with programme time at every frame while playing, and after every seek: `leapt` then. */
  onTick(listener: Tick): () => void {
    this.#ticks.add(listener);
    return () => this.#ticks.delete(listener);
  }

  get time(): Micros {
    if (this.#scrubbedTo !== null && !this.#isRunning) return this.#scrubbedTo;
    const start = this.programme.starts[this.#index] ?? ZERO;
    const end = this.#endOf(this.#index);
    if (!this.#element) {
      const { at, since } = this.#silence;
      const passed = since === null ? 0 : (performance.now() - since) * 1000 * this.#view.speed;
      return clampTime(micros(at + passed), start, end);
    }
    const { from } = present(voiceOf(this.programme.segments[this.#index]!));
    return clampTime(micros(start + fromSeconds(this.#element.currentTime - from)), start, end);
  }

  async play(): Promise<void> {
    if (this.#view.state === 'ended') this.seek(ZERO);
    if (this.programme.segments.length === 0) return;
    this.#endGrain();
    this.#hurry();
    this.#set({ state: 'playing', fault: null });
    this.#look();
    this.#run();
    try {
      if (this.#element) await this.#started(this.#element);
      else this.#silence = { at: this.time, since: performance.now() };
    } catch (failure) {
      const { name } = failure as DOMException;
      // Asked for anew meanwhile, or lost: it goes on by itself.
      if (name === 'AbortError' || name === 'NotSupportedError') return;
      this.#set({ state: 'paused', fault: 'The sound could not be started. Press play once more.' });
    }
  }

  pause(): void {
    this.#tellUpToNow();
    this.#silence = { at: this.time, since: null };
    this.#forgetNext();
    for (const element of this.#sounds.all) element.pause();
    if (this.#view.state !== 'ended') this.#set({ state: 'paused' });
  }

  toggle(): void {
    if (this.#isRunning) this.pause();
    else void this.play();
  }

  /** Goes to a moment of the programme; playing goes on from there. */
  seek(to: Micros): void {
    const time = clampTime(to, ZERO, this.programme.length);
    if (this.programme.segments.length === 0) return;
    const playing = this.#isRunning;
    this.#tellUpToNow();
    this.#endGrain();
    this.#forgetNext();
    this.#enter(segmentAt(this.programme, time), null, time);
    if (this.#view.state === 'ended') this.#set({ state: 'paused' });
    if (playing && this.#element?.paused) void this.play();
    this.#tick(time, true);
  }

  /** Goes to a moment and, while it stands, lets a grain of the sound there be heard. */
  scrub(to: Micros): void {
    this.seek(to);
    const element = this.#element;
    if (this.#isRunning || !element || this.#isSilenced) return;
    this.#scrubbedTo = this.time;
    void this.#started(element).catch(() => undefined);
    this.#grain = setTimeout(() => this.#endGrain(), GRAIN_MS);
  }

  /** Stops a grain and goes back to where it began. */
  #endGrain(): void {
    const at = this.#scrubbedTo;
    if (at === null) return;
    clearTimeout(this.#grain ?? undefined);
    this.#scrubbedTo = null;
    this.#element?.pause();
    this.#enter(this.#index, this.#element, at);
  }

  setSpeed(speed: number): void {
    this.#tellUpToNow();
    this.#silence = { at: this.time, since: this.#silence.since === null ? null : performance.now() };
    for (const element of this.#sounds.all) element.playbackRate = speed;
    this.#set({ speed });
  }

  /** Lets nothing be heard: while a voice is recorded against the lesson. */
  silence(on: boolean): void {
    this.#isSilenced = on;
    for (const element of this.#sounds.all) element.muted = on;
  }

  /** Whether something can be heard of it now. */
  get isHeard(): boolean {
    const element = this.#element;
    return element !== null && !element.muted && element.volume > 0;
  }

  close(): void {
    cancelAnimationFrame(this.#frame);
    clearTimeout(this.#grain ?? undefined);
    this.#lookAway();
    this.#scrubbedTo = null;
    this.#forgetNext();
    for (const sound of this.#loaded.values()) sound.close();
    this.#view = { ...this.#view, state: 'paused' };
    this.#listeners.clear();
    this.#ticks.clear();
  }

  get #isRunning(): boolean {
    return this.#view.state === 'playing' || this.#view.state === 'waiting';
  }
  #endOf(index: number): Micros {
    return this.programme.starts[index + 1] ?? this.programme.length;
  }
  #elementOf(index: number, busy: HTMLAudioElement | null = null): HTMLAudioElement | null {
    const segment = this.programme.segments[index];
    const voice = segment && voiceOf(segment);
    return voice ? this.#sounds.of(voice.takeId, busy) : null;
  }

  /** Begins to play an element; resolves when it does. */
  async #started(element: HTMLAudioElement): Promise<void> {
    element.playbackRate = this.#view.speed;
    await element.play();
  }

  /** Makes a segment the one that is played, from `time` on where it is not there already. */
  #enter(index: number, ready: HTMLAudioElement | null, time: Micros | null): void {
    const before = this.#element;
    const at = time ?? this.programme.starts[index]!;
    this.#index = index;
    this.#element = ready ?? this.#elementOf(index);
    if (before !== this.#element) before?.pause();
    if (!this.#element) {
      this.#silence = { at, since: this.#isRunning ? performance.now() : null };
    } else if (time !== null) {
      const { from } = present(voiceOf(this.programme.segments[index]!));
      this.#element.currentTime = from + toSeconds(micros(at - this.programme.starts[index]!));
    }
  }

  /** Looks, for as long as it plays, whether what is heard moves on, and asks for it again where nothing comes. */
  #look(): void {
    this.#lookAway();
    this.#stood = { at: -1, since: performance.now(), arrived: performance.now() };
    globalThis.window?.addEventListener('online', this.#hurry);
    this.#looking = setInterval(() => {
      if (!this.#isRunning) return this.#lookAway();
      // A page that is not seen paints no frames; what is heard goes on.
      if (isUnseen()) this.#step();
      const element = this.#element;
      const now = performance.now();
      if (!element || element.currentTime !== this.#stood.at) {
        this.#stood = { at: element?.currentTime ?? -1, since: now, arrived: now };
        if (this.#view.state === 'waiting') this.#goesOn();
      } else if (now - this.#stood.since > STANDS_MS) {
        if (this.#view.state === 'playing') this.#set({ state: 'waiting' });
        if (now - this.#stood.arrived < STUCK_MS) return;
        this.#stood = { ...this.#stood, arrived: now };
        this.#loaded.get(element)?.lose();
      }
    }, LOOK_MS);
  }
  #lookAway(): void {
    clearInterval(this.#looking ?? undefined);
    globalThis.window?.removeEventListener('online', this.#hurry);
  }
  #goesOn(): void {
    this.#set({ state: 'playing' });
    this.#run();
  }

  #run(): void {
    cancelAnimationFrame(this.#frame);
    const step = () => {
      if (!this.#isRunning) return;
      this.#step();
      this.#frame = requestAnimationFrame(step);
    };
    this.#frame = requestAnimationFrame(step);
  }
  #step(): void {
    this.#tick(this.time);
    this.#lookAhead();
  }

  /** Near the end of a segment the next one is made ready, started, and gone over to. */
  #lookAhead(): void {
    const left = toSeconds(micros(this.#endOf(this.#index) - this.time)) / this.#view.speed;
    const following = this.#index + 1;
    const isOver = left <= 0 || (this.#element?.ended ?? false);
    if (following >= this.programme.segments.length) {
      if (isOver) this.#finish();
      return;
    }
    if (goesOn(this.programme, this.#index)) {
      if (isOver) this.#index = following;
      return;
    }
    if (left < READY_BEFORE_S) this.#makeReady(following);
    const next = this.#next;
    if (!next || next.timer !== null) return;
    if (isOver) this.#goOver(next, 0);
    else if (left < (isUnseen() ? CLOSE_UNSEEN_S : CLOSE_S)) {
      const wait = Math.max(0, left - (next.element ? this.#lead : 0));
      next.timer = setTimeout(() => this.#goOver(next, left - wait), wait * 1000);
    }
  }

  #makeReady(index: number): void {
    if (this.#next?.index === index) return;
    const element = this.#elementOf(index, this.#element);
    // An element that plays now cannot be in two places: then it leaps when the moment is there.
    if (element && element !== this.#element) {
      element.currentTime = present(voiceOf(this.programme.segments[index]!)).from;
      element.playbackRate = this.#view.speed;
    }
    this.#next = { index, element, timer: null };
  }

  /** Goes over to the next segment, `ahead` seconds before its moment. */
  #goOver(next: Next, ahead: number): void {
    if (this.#next !== next || !this.#isRunning) return;
    const over = () => {
      if (this.#next !== next) return;
      this.#next = null;
      const leaps = next.element !== null && next.element === this.#element;
      this.#enter(next.index, next.element, leaps ? this.programme.starts[next.index]! : null);
      this.#tick(this.time);
    };
    if (!next.element || next.element === this.#element) return over();
    const told = performance.now();
    this.#started(next.element)
      .then(() => {
        const took = (performance.now() - told) / 1000;
        this.#lead = Math.min(MOST_LEAD_S, this.#lead * 0.7 + took * 0.3);
        const early = (ahead - took) * 1000;
        if (early > 1) setTimeout(over, early);
        else over();
      })
      .catch((failure: unknown) => {
        if ((failure as DOMException).name === 'AbortError' || this.#next !== next) return;
        // It is gone over to all the same: there it waits until its sound has come.
        over();
        this.#set({ state: 'waiting', fault: NOT_LOADED });
      });
  }

  #forgetNext(): void {
    const next = this.#next;
    this.#next = null;
    if (!next) return;
    clearTimeout(next.timer ?? undefined);
    if (next.element !== this.#element) next.element?.pause();
  }

  #finish(): void {
    this.#element?.pause();
    this.#silence = { at: this.programme.length, since: null };
    this.#set({ state: 'ended' });
    this.#tick(this.programme.length);
  }

  #made(sources: () => Sources): HTMLAudioElement {
    const element = document.createElement('audio');
    element.preload = this.preload;
    element.preservesPitch = true;
    const mine = () => element === this.#element;
    const sound = new LoadedMedia(element, askForSources(sources), {
      lost: () =>
        this.#set(mine() && this.#isRunning ? { state: 'waiting', fault: NOT_LOADED } : { fault: NOT_LOADED }),
      // Where it cannot start yet it tells so itself, and is asked for again.
      askedAgain: () => mine() && this.#isRunning && void this.#started(element).catch(() => undefined),
      there: () => this.#view.fault === NOT_LOADED && this.#set({ fault: null }),
    });
    this.#loaded.set(element, sound);
    element.addEventListener('progress', () => mine() && (this.#stood.arrived = performance.now()));
    element.addEventListener(
      'waiting',
      () => mine() && this.#view.state === 'playing' && this.#set({ state: 'waiting' }),
    );
    element.addEventListener('playing', () => mine() && this.#view.state === 'waiting' && this.#goesOn());
    element.addEventListener('seeked', () => mine() && this.#tick(this.time));
    return element;
  }

  /** What was played since the last frame was played too, however long ago that frame is. */
  #tellUpToNow(): void {
    if (this.#isRunning) this.#tick(this.time);
  }
  #tick(time: Micros, leapt = false): void {
    for (const listener of this.#ticks) listener(time, leapt);
  }
  #set(change: Partial<PlayerView>): void {
    this.#view = { ...this.#view, ...change };
    for (const listener of this.#listeners) listener();
  }
}

const isUnseen = (): boolean => globalThis.document?.visibilityState === 'hidden';
const NOT_LOADED = 'The sound cannot be loaded just now. It goes on by itself as soon as it can.';
