import { programmeOf, type EditList, type Programme } from '@oakbell/core/edits';

/** So many segments of all programmes together are at hand. */
const MOST_SEGMENTS = 100_000;

/** Programmes of editions this process has looked at lately. An edition never changes, so none is ever wrong. */
export class Programmes {
  readonly #known = new Map<string, Programme>();
  #segments = 0;

  get(id: string): Programme | undefined {
    return this.#known.get(id);
  }

  learn(id: string, edits: EditList): Programme {
    const programme = programmeOf(edits);
    this.#known.set(id, programme);
    this.#segments += programme.segments.length + 1;
    for (const [oldest, { segments }] of this.#known) {
      if (this.#segments <= MOST_SEGMENTS || oldest === id) break;
      this.#known.delete(oldest);
      this.#segments -= segments.length + 1;
    }
    return programme;
  }
}
