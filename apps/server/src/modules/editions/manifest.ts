import type { EditList } from '@oakbell/core/edits';
import { readEarlier } from '@oakbell/core/log';
import type { Page } from '@oakbell/core/pages';
import type { ProgrammeFilm } from '@oakbell/core/scene';

/**
 * What a player needs to draw an edition (docs/formats/edition.md). It never changes once made.
 */
export interface Manifest {
  readonly edition: 'oakbell.edition';
  readonly version: 1;
  readonly id: string;
  readonly number: number;
  readonly title: string;
  readonly kind: string;
  /** Programme length in microseconds. */
  readonly length: number;
  readonly pages: readonly (Page & { readonly small?: string })[];
  readonly edits: EditList;
  readonly takes: readonly ManifestTake[];
  /** The programme films there are; none without a camera, a live window or a moving clip. */
  readonly films: readonly ProgrammeFilm[];
  /** Ten peaks a second of the programme voice, one byte each, in base 64. */
  readonly peaks: string;
}
export interface ManifestTake {
  readonly id: string;
  /** Its log as text. */
  readonly log: string;
  /** Takes whose ink it began with, oldest first: each is among `takes`. `id@time` counts what came before only. */
  readonly earlier: readonly string[];
}

/** The takes an edit list plays, and those whose ink they stand on, each once. */
export function takesNeeded(edits: EditList, earlierOf: (takeId: string) => readonly string[]): readonly string[] {
  const played = edits.segments.map((segment) => segment.takeId);
  return [...new Set(played.flatMap((id) => [...earlierOf(id).map((one) => readEarlier(one).takeId), id]))];
}

/** Every tenth of a second the largest of ten peaks. */
export function coarsePeaks(peaks: Uint8Array): Uint8Array {
  return Uint8Array.from({ length: Math.ceil(peaks.length / 10) }, (_, i) =>
    Math.max(...peaks.subarray(i * 10, i * 10 + 10)),
  );
}
