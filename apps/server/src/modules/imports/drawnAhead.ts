/** So many pages are drawn by one program: opening the file is paid once. */
const CHUNK = 5;
/** Chunks drawn at the same time: one for each of two cores. */
const AT_ONCE = 2;

/** Pages that are drawn ahead of the one that is asked for, a few at a time, and come in their order. */
export class DrawnAhead<T> {
  readonly #chunks: readonly (readonly number[])[];
  readonly #draw: (chunk: readonly number[]) => readonly Promise<T>[];
  #begun = 0;
  #asked = 0;
  /** How many pages there are up to the end of each chunk that was begun. */
  readonly #ends: number[] = [];
  readonly #drawing: Promise<T>[] = [];

  /** @param draw begins to draw pages that follow each other */
  constructor(pages: readonly number[], draw: (chunk: readonly number[]) => readonly Promise<T>[]) {
    this.#chunks = chunksOf(pages);
    this.#draw = draw;
  }

  /** The next page. A failure is met here, in its turn. */
  next(): Promise<T> {
    while (this.#begun < this.#chunks.length && this.#ends.filter((end) => end > this.#asked).length < AT_ONCE)
      this.#begin(this.#chunks[this.#begun]!);
    this.#asked += 1;
    return this.#drawing.shift() ?? Promise.reject(new RangeError('There are no more pages'));
  }

  #begin(chunk: readonly number[]): void {
    for (const drawn of this.#draw(chunk)) {
      drawn.catch(() => undefined);
      this.#drawing.push(drawn);
    }
    this.#begun += 1;
    this.#ends.push((this.#ends.at(-1) ?? 0) + chunk.length);
  }
}

/** Rows of pages without a gap, none longer than CHUNK. */
function chunksOf(pages: readonly number[]): readonly (readonly number[])[] {
  const chunks: number[][] = [];
  for (const page of pages) {
    const last = chunks.at(-1);
    if (last && last.length < CHUNK && last.at(-1) === page - 1) last.push(page);
    else chunks.push([page]);
  }
  return chunks;
}
