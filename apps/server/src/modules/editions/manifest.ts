import type { EditList, StrokeChange } from '@oakbell/core/edits';
import { readEarlier, type TakeIndex } from '@oakbell/core/log';
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
  const played = edits.segments.flatMap((segment) => (segment.card ? [] : [segment.takeId]));
  return [...new Set(played.flatMap((id) => [...earlierOf(id).map((one) => readEarlier(one).takeId), id]))];
}

/** The pages that are up in a programme at any time, and those that are shown in place of one. */
export function pagesPlayed(edits: EditList, takes: ReadonlyMap<string, TakeIndex>): ReadonlySet<string> {
  const played = edits.segments.flatMap(({ takeId, start, end }) => {
    const take = takes.get(takeId);
    const first = take?.pageAt(start) ?? null;
    const turned = (take?.turns ?? []).filter(({ at }) => at >= start && at < end).map(({ page }) => page);
    return first === null ? turned : [first, ...turned];
  });
  const shown = (edits.overlays ?? []).flatMap((one) => (one.kind === 'page' ? [one.shows] : []));
  return new Set([...played, ...shown]);
}

/** An edit list as learners get it: the names of its maker's files are nobody else's. */
export function publishedEdits(edits: EditList): EditList {
  const { finish, cover: _, ...shown } = edits;
  return finish ? { ...shown, finish: { ...finish, music: null } } : shown;
}

/** A log without the strokes that were removed from it: what is not to be seen does not leave the house. */
export function publishedLog(log: string, strokes: readonly StrokeChange[], takeId: string): string {
  const gone = new Set(strokes.flatMap((one) => (one.takeId === takeId && !one.colour ? [one.stroke] : [])));
  if (gone.size === 0) return log;
  const isGone = (line: string) => {
    const event = parsed(line);
    return (event?.kind === 'stroke' || event?.kind === 'more') && gone.has(event.stroke ?? '');
  };
  return log
    .split('\n')
    .filter((line) => !isGone(line))
    .join('\n');
}

function parsed(line: string): { readonly kind?: string; readonly stroke?: string } | null {
  try {
    return JSON.parse(line) as { kind?: string; stroke?: string };
  } catch {
    return null;
  }
}

/** Every tenth of a second the largest of ten peaks. */
export function coarsePeaks(peaks: Uint8Array): Uint8Array {
  return Uint8Array.from({ length: Math.ceil(peaks.length / 10) }, (_, i) =>
    Math.max(...peaks.subarray(i * 10, i * 10 + 10)),
  );
}
