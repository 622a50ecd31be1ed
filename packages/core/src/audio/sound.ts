/*
 * Sound that is worked on in blocks, so that an hour takes no more memory than a minute. Three shapes: a `Sound` can be
 * read anywhere, a `Meter` listens to blocks as they pass and tells at the end what it found, a `Stage` changes them on
 * their way. Where the blocks lie, in memory or on a disk, is known to whoever made the sound.
 */

/** Sound of one channel that is read in pieces. Outside of it there is silence. */
export interface Sound {
  readonly frames: number;
  /** The `count` samples from frame `from` on; both ends may lie outside. The piece is the reader's to change. */
  read(from: number, count: number): Promise<Float32Array>;
}

/** Blocks of samples that follow each other without a gap. */
export type Blocks = AsyncIterable<Float32Array>;

/** Listens to blocks in order; what it learns does not depend on where one block ends and the next begins. */
export interface Meter {
  take(block: Float32Array): void;
}

/** Changes blocks on their way. What comes out in the end is as long as what went in; some of it may come later. */
export interface Stage {
  take(block: Float32Array): Float32Array;
  /** What was held back. */
  end(): Float32Array;
}

/** Puts blocks down somewhere and gives them back as a sound. */
export type Keep = (blocks: Blocks) => Promise<Sound>;

/** Frames in a block, but for the last. */
export const BLOCK_FRAMES = 65_536;

/** Samples in memory as a sound: `samples` stay as they are. */
export function inMemory(samples: Float32Array): Sound {
  return {
    frames: samples.length,
    read(from, count) {
      const piece = new Float32Array(count);
      const start = Math.max(0, from);
      if (start < from + count) piece.set(samples.subarray(start, Math.max(start, from + count)), start - from);
      return Promise.resolve(piece);
    },
  };
}

/** All samples of a sound at once: for short ones. */
export const samplesOf = (sound: Sound): Promise<Float32Array> => sound.read(0, sound.frames);

/** Keeps blocks in memory: for short sounds. */
export async function keepInMemory(blocks: Blocks): Promise<Sound> {
  const pieces: Float32Array[] = [];
  for await (const block of blocks) pieces.push(block);
  const whole = new Float32Array(pieces.reduce((sum, piece) => sum + piece.length, 0));
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return inMemory(whole);
}

/** A sound from its start to its end, in blocks. */
export async function* blocksOf(sound: Sound): Blocks {
  for (let at = 0; at < sound.frames; at += BLOCK_FRAMES)
    yield await sound.read(at, Math.min(BLOCK_FRAMES, sound.frames - at));
}

/** Blocks as a stage changes them. */
export async function* through(blocks: Blocks, stage: Stage): Blocks {
  for await (const block of blocks) {
    const changed = stage.take(block);
    if (changed.length > 0) yield changed;
  }
  const rest = stage.end();
  if (rest.length > 0) yield rest;
}

/** Blocks as they are, heard by meters on their way. */
export async function* heardBy(blocks: Blocks, ...meters: readonly Meter[]): Blocks {
  for await (const block of blocks) {
    for (const meter of meters) meter.take(block);
    yield block;
  }
}

/** Lets meters hear blocks to their end. */
export async function listen(blocks: Blocks, ...meters: readonly Meter[]): Promise<void> {
  for await (const block of blocks) for (const meter of meters) meter.take(block);
}

/** A sound whose samples are changed where they are read; `change` gets the piece and its first frame. */
export function changed(sound: Sound, change: (piece: Float32Array, from: number) => Promise<void> | void): Sound {
  return {
    frames: sound.frames,
    async read(from, count) {
      const piece = await sound.read(from, count);
      await change(piece, from);
      return piece;
    },
  };
}

/** A sound over and over, without an end on either side; silence where there is none to repeat. */
export function looped(sound: Sound): Sound {
  const { frames } = sound;
  return {
    frames: Infinity,
    async read(from, count) {
      const piece = new Float32Array(count);
      for (let at = 0; at < count && frames > 0;) {
        const place = (((from + at) % frames) + frames) % frames;
        const length = Math.min(count - at, frames - place);
        piece.set(await sound.read(place, length), at);
        at += length;
      }
      return piece;
    },
  };
}

/** A sound that begins at a frame of another. */
export interface Placed {
  readonly sound: Sound;
  readonly at: number;
}

/** Sounds in their places, silence between them; where two lie over each other the later one is heard. */
export function inPlaces(placed: readonly Placed[], frames: number): Sound {
  return {
    frames,
    async read(from, count) {
      const piece = new Float32Array(count);
      for (const { sound, at } of placed) {
        const [first, end] = [Math.max(at, from), Math.min(at + sound.frames, from + count, frames)];
        if (end > first) piece.set(await sound.read(first - at, end - first), first - from);
      }
      return piece;
    },
  };
}

/** The samples of `other` added to `piece`. */
export function addTo(piece: Float32Array, other: Float32Array): void {
  for (let i = 0; i < piece.length; i += 1) piece[i]! += other[i] ?? 0;
}
