import type { EditList } from '@oakbell/core/edits';

interface Known {
  readonly revision: number;
  readonly edits: EditList;
  /** The revision that was last written down whole. */
  readonly saved: number;
}

/** So many lessons, and so many segments of them all, are at hand. */
const MOST_LESSONS = 200;
const MOST_SEGMENTS = 50_000;

/** Edit lists that this process has made lately. A list belongs to its revision, so none is ever wrong, only old. */
export class EditsCache {
  readonly #known = new Map<string, Known>();
  #segments = 0;

  get(lessonId: string): Known | undefined {
    return this.#known.get(lessonId);
  }

  set(lessonId: string, known: Known): void {
    this.#forget(lessonId);
    this.#known.set(lessonId, known);
    this.#segments += known.edits.segments.length;
    for (const oldest of this.#known.keys()) {
      if (this.#known.size <= MOST_LESSONS && this.#segments <= MOST_SEGMENTS) return;
      if (oldest !== lessonId) this.#forget(oldest);
    }
  }

  #forget(lessonId: string): void {
    this.#segments -= this.#known.get(lessonId)?.edits.segments.length ?? 0;
    this.#known.delete(lessonId);
  }
}
