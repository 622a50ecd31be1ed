/*
 * Plays a film beside the voice. The voice is the clock: the film is kept in step with it by going a little faster
 * or slower, and jumps only where it is far off.
 */
import { micros, toSeconds, type Micros, type TimeRange } from '@oakbell/core/clock';
import { lastAtOrBefore } from '@oakbell/core/intervals';
import type { FilmPicture } from '@oakbell/core/scene';
import { LoadedMedia } from './loadedMedia.ts';

/** A stretch of the programme with the place where its pictures are. */
export interface PlayedPiece extends TimeRange {
  readonly address: string;
  /** The file's own time at the start; below 0 its first picture waits. */
  readonly from: Micros;
  readonly held: boolean;
  /** It runs so many times as fast as it was filmed, and is not heard then; 1 when left out. */
  readonly rate?: number;
}
/** The films of a lesson; `sound`: what a clip has to say is not yet in the voice. */
export interface LessonFilms {
  readonly camera: readonly PlayedPiece[];
  readonly page: readonly PlayedPiece[];
  readonly sound: boolean;
}
/** How the voice goes. */
export interface Pace {
  readonly playing: boolean;
  readonly speed: number;
}

/** Farther off than this a film jumps; nearer than the second it is in step. Seconds. */
const FAR_S = 0.35;
const NEAR_S = 0.02;
/** The most a film is hurried or held back. */
const HURRY = 0.2;
/** The next file is fetched so long before it is needed. */
const AHEAD = 3_000_000;

export class FilmPlayer {
  readonly #pieces: readonly PlayedPiece[];
  readonly #films = new Map<string, LoadedMedia<HTMLVideoElement>>();
  readonly #muted: boolean;
  readonly #onPicture: () => void;
  #shown: HTMLVideoElement | null = null;

  /** @param onPicture called when a picture has come that was waited for */
  constructor(pieces: readonly PlayedPiece[], muted: boolean, onPicture: () => void) {
    this.#pieces = pieces;
    this.#muted = muted;
    this.#onPicture = onPicture;
  }

  /** Brings the film to a moment of the programme. */
  at(time: Micros, pace: Pace): void {
    const piece = this.#pieceAt(time);
    const element = piece && this.#element(piece.address);
    for (const { element: other } of this.#films.values()) if (other !== element && !other.paused) other.pause();
    if (!piece || !element) this.#shown = null;
    else this.#keepStep(element, piece, time, pace);
    this.#prepare(time);
  }

  /** The picture to be seen now; of the piece before, for as long as the right one is on its way. */
  get picture(): FilmPicture<HTMLVideoElement> | undefined {
    const element = this.#shown;
    if (!element || element.readyState < HTMLMediaElement.HAVE_CURRENT_DATA || element.videoWidth === 0)
      return undefined;
    return { picture: element, width: element.videoWidth, height: element.videoHeight };
  }

  close(): void {
    for (const film of this.#films.values()) film.close();
    this.#films.clear();
  }

  #keepStep(element: HTMLVideoElement, piece: PlayedPiece, time: Micros, { playing, speed }: Pace): void {
    const { rate: fast = 1 } = piece;
    const passed = (time - piece.start) * fast;
    const wanted = Math.max(0, toSeconds(micros(piece.from + (piece.held ? 0 : passed))));
    element.muted = this.#muted || fast !== 1;
    const isReady = element.readyState >= HTMLMediaElement.HAVE_CURRENT_DATA;
    if (isReady || !this.#shown) this.#shown = element;
    const off = element.currentTime - wanted;
    const waits = piece.held || piece.from + passed < 0;
    if (!playing || waits) {
      if (!element.paused) element.pause();
      if (Math.abs(off) > NEAR_S / 2 && !element.seeking) element.currentTime = wanted;
      return;
    }
    if (Math.abs(off) > FAR_S * speed * fast) {
      if (!element.seeking) element.currentTime = wanted;
    } else {
      const hurry = Math.abs(off) < NEAR_S ? 0 : Math.max(-HURRY, Math.min(HURRY, -off * 2));
      const rate = Math.min(16, speed * fast * (1 + hurry));
      if (Math.abs(element.playbackRate - rate) > 0.01) element.playbackRate = rate;
    }
    // A file that has ended holds its last picture.
    if (element.paused && !element.ended) void element.play().catch(() => undefined);
  }

  /** Fetches what comes next and stands it at its first picture. */
  #prepare(time: Micros): void {
    const next = this.#pieces[1 + lastAtOrBefore(this.#pieces, time, (piece) => piece.start)];
    if (!next || next.start > time + AHEAD || this.#films.has(next.address)) return;
    const element = this.#element(next.address);
    element.currentTime = Math.max(0, toSeconds(next.from));
  }

  #pieceAt(time: Micros): PlayedPiece | null {
    const piece = this.#pieces[lastAtOrBefore(this.#pieces, time, (one) => one.start)];
    // At the very end the last picture stays.
    return piece && (time < piece.end || piece === this.#pieces.at(-1)) && time <= piece.end ? piece : null;
  }

  #element(address: string): HTMLVideoElement {
    const there = this.#films.get(address);
    if (there) return there.element;
    const element = document.createElement('video');
    element.preload = 'auto';
    element.muted = this.#muted;
    element.playsInline = true;
    for (const kind of ['seeked', 'loadeddata'] as const) element.addEventListener(kind, () => this.#onPicture());
    const ask = () => {
      element.src = address;
      return null;
    };
    // The voice goes on without its film: that is brought to where the voice is once it is there.
    this.#films.set(address, new LoadedMedia(element, ask, {}));
    return element;
  }
}
