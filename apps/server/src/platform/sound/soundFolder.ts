/*
 * Where a job works on sound: from disk to disk. Raw samples lie in files beside each other and are read and written
 * in blocks, so that three hours take no more memory than a minute.
 */
import type { Blocks, Keep, Sound } from '@oakbell/core/audio';
import type { FileHandle } from 'node:fs/promises';
import { BOUNDED, ConverterError, probeIn, QUIET, withFolder, type WorkFolder } from '../converters/index.ts';

/** ffmpeg ended with an error; the message is its own last words. */
export class SoundError extends Error {}

function asSound(failure: unknown): never {
  throw failure instanceof ConverterError && failure.fault === 'failed' ? new SoundError(failure.message) : failure;
}

/** Frames a second of every sound here; one channel. */
const RATE = 48_000;
const RAW = ['-f', 'f32le', '-ac', '1', '-ar', `${RATE}`];
/**
 * How hard the encoder tries, 0…10. At 48 kbit/s the hardest takes four times as long as the middle and a voice
 * does not sound better for it; measured over ten minutes of speech: 15.7 s against 3.7 s.
 */
const EFFORT = 5;
/** Three hours of samples, and a little, in MiB. */
const LARGEST_SOUND_MB = Math.ceil((3 * 3600 * RATE * 4) / 2 ** 20) + 64;

interface Decoding {
  /** An ffmpeg filter chain. */
  readonly filters?: string;
  /** No more than so many frames are decoded: what a file claims is not believed. */
  readonly most: number;
  /** Exactly so long: silence follows a file that ends before. As long as the file where it is left out. */
  readonly frames?: number;
}

export interface SoundFolder {
  /** Where a file may be put that is made in another way; `name` is a plain file name that nothing else has here. */
  path(name: string): string;
  /** A file of this machine, such as the storage lends, as sound. @throws SoundError; ConverterError past a limit */
  decode(file: string, decoding: Decoding): Promise<Sound>;
  /** The same, where the file may be one without sound. */
  decodeIfHeard(file: string, decoding: Decoding): Promise<Sound | null>;
  /** Puts blocks down in a file of its own. */
  readonly keep: Keep;
  /**
   * An Opus file of `kilobits` a second; its length and index stand in front, so that seeking is cheap. The path lasts
   * as long as the folder. @throws SoundError; ConverterError past a limit; whatever the blocks throw
   */
  encode(blocks: Blocks, container: 'ogg' | 'webm', kilobits: number): Promise<string>;
  /** Another form of a sound file; its path lasts as long as the folder. @throws as `encode` */
  convert(file: string, args: readonly string[], container: string): Promise<string>;
}

/** Lends a folder to work on sound in, which is gone afterwards. @throws Error outside a job */
export async function withSounds<T>(use: (sounds: SoundFolder) => Promise<T>): Promise<T> {
  return withFolder(async (folder) => {
    const open: FileHandle[] = [];
    try {
      return await use(soundsIn(folder, open));
    } finally {
      await Promise.all(open.map((file) => file.close()));
    }
  });
}

function soundsIn(folder: WorkFolder, open: FileHandle[]): SoundFolder {
  let files = 0;
  const nextName = (kind: string) => `${kind}-${files++}`;
  const run = (args: readonly string[], stdin?: AsyncIterable<Uint8Array>) =>
    folder.run({
      program: 'ffmpeg',
      args: [...QUIET, ...args],
      ...(stdin ? { stdin } : {}),
      limits: { outputMb: LARGEST_SOUND_MB },
    });
  const fileAt = async (name: string, flags: 'r' | 'w+') => {
    const file = await folder.open(name, flags);
    open.push(file);
    return file;
  };
  const decodeIn = async (source: string, { filters, most, frames }: Decoding): Promise<Sound> => {
    const name = nextName('samples');
    const filter = filters ? ['-af', filters] : [];
    const until = ['-t', (most / RATE).toFixed(6)];
    await run([...BOUNDED, '-i', source, '-map', '0:a:0', ...filter, ...until, ...RAW, name]).catch(asSound);
    const file = await fileAt(name, 'r');
    const there = Math.min(most, Math.floor((await file.stat()).size / 4));
    return soundFile(file, there, frames ?? there);
  };
  const bring = (file: string) => folder.put(nextName('source'), { file });
  return {
    path: (name) => `${folder.path}/${name}`,
    decode: async (file, decoding) => decodeIn(await bring(file), decoding),
    async decodeIfHeard(file, decoding) {
      const name = nextName('source');
      await folder.put(name, { file });
      return (await probeIn(folder, name))?.hasSound ? decodeIn(name, decoding) : null;
    },
    async keep(blocks) {
      const file = await fileAt(nextName('kept'), 'w+');
      let frames = 0;
      for await (const block of blocks) {
        await file.write(bytesOf(block), 0, block.byteLength, frames * 4);
        frames += block.length;
      }
      return soundFile(file, frames, frames);
    },
    async encode(blocks, container, kilobits) {
      const name = nextName('made');
      const bits = ['-b:a', `${kilobits}k`, '-vbr', 'constrained', '-application', 'audio'];
      const codec = ['-c:a', 'libopus', ...bits, '-compression_level', `${EFFORT}`];
      const index = container === 'webm' ? ['-cues_to_front', '1'] : [];
      const args = [...RAW, '-i', 'pipe:0', ...codec, ...index, '-f', container, name];
      await run(args, bytesIn(blocks)).catch(asSound);
      return `${folder.path}/${name}`;
    },
    async convert(file, args, container) {
      const name = nextName('made');
      await run([...BOUNDED, '-i', await bring(file), ...args, '-f', container, name]).catch(asSound);
      return `${folder.path}/${name}`;
    },
  };
}

/** Raw samples in a file: `there` of them, and silence up to `frames`. */
function soundFile(file: FileHandle, there: number, frames: number): Sound {
  return {
    frames,
    async read(from, count) {
      const piece = new Float32Array(count);
      const [first, end] = [Math.max(0, from), Math.min(there, frames, from + count)];
      if (end <= first) return piece;
      const bytes = bytesOf(piece);
      for (let at = first * 4; at < end * 4;) {
        const { bytesRead } = await file.read(bytes, at - from * 4, end * 4 - at, at);
        if (bytesRead === 0) throw new Error('a file of samples became shorter while it was read');
        at += bytesRead;
      }
      return piece;
    },
  };
}

async function* bytesIn(blocks: Blocks): AsyncGenerator<Uint8Array> {
  for await (const block of blocks) yield bytesOf(block);
}

const bytesOf = (samples: Float32Array): Uint8Array =>
  new Uint8Array(samples.buffer, samples.byteOffset, samples.byteLength);
