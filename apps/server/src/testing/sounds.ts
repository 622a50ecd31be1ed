import { blocksOf, inMemory, samplesOf } from '@oakbell/core/audio';
import { readFile, writeFile } from 'node:fs/promises';
import { withSounds } from '../platform/sound/index.ts';
import { inTestJob } from './inTestJob.ts';

/** Longer than any voice in a test, in frames. */
const MOST = 600 * 48_000;

/** The samples of a sound file, as a job would read it. */
export const decoded = (file: Buffer): Promise<Float32Array> =>
  inTestJob(() =>
    withSounds(async (sounds) => {
      await writeFile(sounds.path('given'), file);
      return samplesOf(await sounds.decode(sounds.path('given'), { most: MOST }));
    }),
  );

/** Samples as a sound file, as a job would make it. */
export const encoded = (samples: Float32Array, container: 'ogg' | 'webm', kilobits: number): Promise<Buffer> =>
  inTestJob(() =>
    withSounds(async (sounds) => readFile(await sounds.encode(blocksOf(inMemory(samples)), container, kilobits))),
  );
