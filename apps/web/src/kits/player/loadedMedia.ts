export type Sources = readonly { readonly src: string; readonly type: string }[];

/** What was lost is asked for again so long after, in ms: at once at first, then less and less often. */
const AGAIN_MS = [0, 500, 1000, 2000, 4000, 8000] as const;

interface Told {
  /** It could not be had, more than once: it is asked for again by itself. */
  lost?(): void;
  /** It is asked for anew: whoever plays it has to start it again. */
  askedAgain?(): void;
  /** There is something of it again. */
  there?(): void;
}

/** Gives an element the addresses there are now. Gives what tells that none of them can be had, where not the element itself does. */
type Ask<E> = (element: E) => EventTarget | null;

/** Asks for the best of several files. */
export const askForSources =
  (sources: () => Sources): Ask<HTMLMediaElement> =>
  (element) => {
    const made = sources().map(({ src, type }) => Object.assign(document.createElement('source'), { src, type }));
    element.replaceChildren(...made);
    return made.at(-1) ?? null;
  };

/**
 * A media element whose sound or pictures come back by themselves: their address ended, the line broke, or the server
 * refused them for a while. They are asked for again at the same place, until they are there.
 */
export class LoadedMedia<E extends HTMLMediaElement> {
  readonly #ask: Ask<E>;
  readonly #told: Told;
  #tries = 0;
  #timer: ReturnType<typeof setTimeout> | null = null;
  #asked: EventTarget | null = null;
  #closed = false;

  constructor(
    readonly element: E,
    ask: Ask<E>,
    told: Told,
  ) {
    this.#ask = ask;
    this.#told = told;
    this.#fill();
    this.element.addEventListener('error', () => this.lose());
    this.element.addEventListener('loadedmetadata', () => told.there?.());
    for (const kind of ['canplay', 'playing'])
      this.element.addEventListener(kind, () => {
        this.#tries = 0;
        told.there?.();
      });
  }

  /** It came to nothing, or nothing comes any more. */
  lose(): void {
    if (this.#timer !== null || this.#closed) return;
    const wait = AGAIN_MS[Math.min(this.#tries, AGAIN_MS.length - 1)] ?? 0;
    this.#tries += 1;
    if (wait === 0) return this.#askAgain();
    this.#told.lost?.();
    this.#timer = setTimeout(() => this.#askAgain(), wait);
  }

  /** Does not wait any longer where it was lost: the network is back, or somebody presses play. */
  hurry(): void {
    if (this.#timer !== null) this.#askAgain();
  }

  close(): void {
    this.#closed = true;
    this.#forgetTimer();
    this.element.pause();
    this.element.replaceChildren();
    this.element.removeAttribute('src');
    this.element.load();
  }

  #askAgain(): void {
    this.#forgetTimer();
    const at = this.element.currentTime;
    this.#fill();
    this.element.load();
    this.element.currentTime = at;
    this.#told.askedAgain?.();
  }

  #fill(): void {
    const asked = this.#ask(this.element);
    this.#asked = asked;
    // What is told of addresses that were asked before is of no concern any more.
    asked?.addEventListener('error', () => this.#asked === asked && this.lose());
  }

  #forgetTimer(): void {
    clearTimeout(this.#timer ?? undefined);
    this.#timer = null;
  }
}
