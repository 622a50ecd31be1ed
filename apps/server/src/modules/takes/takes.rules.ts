import type { FilmContainer } from './filmContainer.ts';
import type { Track } from './take.entity.ts';

/** A window that has sent nothing for so long no longer keeps others out. */
export const SILENT_AFTER_MS = 15_000;

interface OpenTake {
  readonly id: string;
  readonly windowKey: string;
  readonly heardAt: Date;
}

/** The take in another window that is recording right now, or null when this window may record. */
export function recordedElsewhere<T extends OpenTake>(open: readonly T[], windowKey: string, now: Date): T | null {
  return (
    open.find((take) => take.windowKey !== windowKey && now.getTime() - take.heardAt.getTime() < SILENT_AFTER_MS) ??
    null
  );
}

/** The numbers from 0 up to `count` (out) that are not in `there`. */
export function missingParts(there: readonly number[], count: number): readonly number[] {
  const have = new Set(there);
  return Array.from({ length: count }, (_, i) => i).filter((i) => !have.has(i));
}

/** How many parts follow each other without a gap from 0. */
export function unbroken(there: readonly number[]): number {
  const have = new Set(there);
  let count = 0;
  while (have.has(count)) count += 1;
  return count;
}

/** Where a part lies. Numbers are padded so that names sort as numbers. */
export const partKey = (takeId: string, track: Track, number: number): string =>
  `takes/${takeId}/${track}/${String(number).padStart(6, '0')}`;
export const voiceKey = (takeId: string): string => `takes/${takeId}/voice.ogg`;
export const logKey = (takeId: string): string => `takes/${takeId}/log.ndjson`;
/** A film of a take; `run` as in its log. */
export const filmKey = (takeId: string, run: number, container: FilmContainer): string =>
  `takes/${takeId}/film-${run}.${container}`;
export const peaksKey = (takeId: string): string => `takes/${takeId}/peaks.bin`;
export const analysisKey = (takeId: string): string => `takes/${takeId}/analysis-4.json`;

const MB = 1024 * 1024;
/** The largest part of a track, and all parts of it in one take, in bytes. */
export const LARGEST_PART: Readonly<Record<Track, number>> = { voice: MB, log: MB, film: 4 * MB };
export const LARGEST_TRACK: Readonly<Record<Track, number>> = { voice: 200 * MB, log: 32 * MB, film: 2000 * MB };
/** The most parts of a track. */
export const MOST_PARTS = 20_000;
