import { clampTime, fromSeconds, toSeconds, ZERO, type Micros } from '@oakbell/core/clock';
import { takeTimeAt, type Programme } from '@oakbell/core/edits';

export type PlayState = 'paused' | 'playing' | 'waiting' | 'ended';
export interface PlayerView {
  readonly state: PlayState;
  readonly speed: number;
  /** Plain words when the sound cannot be had. */
  readonly fault: string | null;
}

/** How near the end of a segment the next one begins: about a frame of the screen. */
const NEAR_END_S = 0.012;

/**
 * Plays a programme: one media element per take is the clock. An edition has a single sound and so a single
 * segment; a lesson in the making goes from take to take.
 */
export class SegmentPlayer {
  #view: PlayerView = { state: 'paused', speed: 1, fault: null };
  #index = 0;
  #frame = 0;
  readonly #elements: ReadonlyMap<string, HTMLAudioElement>;
  readonly #listeners = new Set<() => void>();
  readonly #ticks = new Set<(time: Micros) => void>();
  readonly programme: Programme;

  /** @param sources addresses of a take's sound, the best first */
  constructor(
    programme: Programme,
    sources: (takeId: string) => readonly { readonly src: string; readonly type: string }[],
  ) {
    this.programme = programme;
    const ids = [...new Set(programme.segments.map((segment) => segment.takeId))];
    this.#elements = new Map(ids.map((id) => [id, this.#element(sources(id))]));
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };
  readonly getView = (): PlayerView => this.#view;

  /** Called with programme time at every frame while playing, and after every seek. */
  onTick(listener: (time: Micros) => void): () => void {
    this.#ticks.add(listener);
    return () => this.#ticks.delete(listener);
  }

  get time(): Micros {
    const segment = this.#segment;
    const element = this.#current;
    if (!segment || !element) return ZERO;
    const start = this.programme.starts[this.#index] ?? ZERO;
    const inside = clampTime(fromSeconds(element.currentTime), segment.start, segment.end);
    return (start + inside - segment.start) as Micros;
  }

  async play(): Promise<void> {
    if (this.#view.state === 'ended') this.seek(ZERO);
    const element = this.#current;
    if (!element) return;
    this.#set({ state: 'playing', fault: null });
    try {
      await element.play();
    } catch (failure) {
      if ((failure as DOMException).name === 'AbortError') return;
      this.#set({ state: 'paused', fault: 'The sound could not be started. Press play once more.' });
      return;
    }
    this.#run();
  }

  pause(): void {
    for (const element of this.#elements.values()) element.pause();
    if (this.#view.state !== 'ended') this.#set({ state: 'paused' });
  }

  toggle(): void {
    if (this.#view.state === 'playing' || this.#view.state === 'waiting') this.pause();
    else void this.play();
  }

  /** Goes to a moment of the programme; playing goes on from there. */
  seek(to: Micros): void {
    const time = clampTime(to, ZERO, this.programme.length);
    const place = takeTimeAt(this.programme, time);
    if (!place) return;
    const playing = this.#view.state === 'playing' || this.#view.state === 'waiting';
    const before = this.#current;
    this.#index = this.#indexAt(time);
    if (before !== this.#current) before?.pause();
    this.#current!.currentTime = toSeconds(place.time);
    if (this.#view.state === 'ended') this.#set({ state: 'paused' });
    if (playing && this.#current!.paused) void this.play();
    this.#tick(time);
  }

  setSpeed(speed: number): void {
    for (const element of this.#elements.values()) element.playbackRate = speed;
    this.#set({ speed });
  }

  close(): void {
    cancelAnimationFrame(this.#frame);
    for (const element of this.#elements.values()) {
      element.pause();
      element.replaceChildren();
      element.removeAttribute('src');
      element.load();
    }
    this.#listeners.clear();
    this.#ticks.clear();
  }

  get #segment() {
    return this.programme.segments[this.#index];
  }
  get #current(): HTMLAudioElement | undefined {
    return this.#segment && this.#elements.get(this.#segment.takeId);
  }

  #indexAt(time: Micros): number {
    const found = this.programme.starts.findLastIndex((start) => start <= time);
    return Math.max(0, found);
  }

  #run(): void {
    cancelAnimationFrame(this.#frame);
    const step = () => {
      if (this.#view.state !== 'playing' && this.#view.state !== 'waiting') return;
      this.#tick(this.time);
      this.#moveOn();
      this.#frame = requestAnimationFrame(step);
    };
    this.#frame = requestAnimationFrame(step);
  }

  /** At the end of a segment the next one begins, or everything ends. */
  #moveOn(): void {
    const [segment, element] = [this.#segment, this.#current];
    if (!segment || !element) return;
    const over = element.ended || element.currentTime >= toSeconds(segment.end) - NEAR_END_S;
    if (!over) return;
    if (this.#index + 1 < this.programme.segments.length) {
      this.seek(this.programme.starts[this.#index + 1]!);
      return;
    }
    element.pause();
    this.#set({ state: 'ended' });
    this.#tick(this.programme.length);
  }

  #element(sources: readonly { readonly src: string; readonly type: string }[]): HTMLAudioElement {
    const element = document.createElement('audio');
    element.preload = 'auto';
    element.preservesPitch = true;
    for (const { src, type } of sources) {
      const source = document.createElement('source');
      source.src = src;
      source.type = type;
      source.addEventListener('error', () => {
        if (source === element.lastElementChild)
          this.#set({ fault: 'The sound cannot be loaded just now. Check the network and try again.' });
      });
      element.append(source);
    }
    const mine = () => element === this.#current;
    element.addEventListener(
      'waiting',
      () => mine() && this.#view.state === 'playing' && this.#set({ state: 'waiting' }),
    );
    element.addEventListener(
      'playing',
      () => mine() && this.#view.state === 'waiting' && this.#set({ state: 'playing' }),
    );
    element.addEventListener('seeked', () => mine() && this.#tick(this.time));
    return element;
  }

  #tick(time: Micros): void {
    for (const listener of this.#ticks) listener(time);
  }
  #set(change: Partial<PlayerView>): void {
    this.#view = { ...this.#view, ...change };
    for (const listener of this.#listeners) listener();
  }
}
