import { micros, type Micros, type TimeRange } from '../clock/index.ts';
import { programmeRanges, wholeOf, type Programme, type SourceStretch } from '../edits/index.ts';
import { coveredLength, intersect, union, type RangeSet } from '../intervals/index.ts';

/**
 * Everything here is kept in the time of takes and cards, so that it stays true when the lesson is trimmed later, and is turned
 * into programme time of the edition at hand only to be shown.
 */

/** Joins played stretches: each source's stretches disjoint and in rising order, sources in order of first mention. */
export function unionOfStretches(stretches: readonly SourceStretch[]): readonly SourceStretch[] {
  const bySource = new Map<string, TimeRange[]>();
  for (const { sourceId, start, end } of stretches) {
    bySource.set(sourceId, [...(bySource.get(sourceId) ?? []), { start, end }]);
  }
  return [...bySource].flatMap(([sourceId, ranges]) => union(ranges).map((range) => ({ sourceId, ...range })));
}

/** The stretches of the programme that were played. */
export const playedRanges = (programme: Programme, played: readonly SourceStretch[]): RangeSet =>
  intersect(programmeRanges(programme, played), [wholeOf(programme)]);

/** The share of the programme that was played, 0…1; 0 for an empty programme. */
export function shareOf(programme: Programme, played: readonly SourceStretch[]): number {
  return programme.length === 0 ? 0 : coveredLength(playedRanges(programme, played)) / programme.length;
}

/** How often parts of the programme were played, in `count` equal parts of it: mean plays for each. */
export function playsPerPart(programme: Programme, plays: readonly SourceStretch[], count: number): readonly number[] {
  const parts = new Array<number>(count).fill(0);
  if (programme.length === 0) return parts;
  const width = programme.length / count;
  for (const play of plays) {
    for (const range of programmeRanges(programme, [play])) {
      const first = Math.floor(range.start / width);
      const last = Math.min(count - 1, Math.ceil(range.end / width) - 1);
      for (let i = first; i <= last; i += 1) {
        const inside = Math.min(range.end, (i + 1) * width) - Math.max(range.start, i * width);
        parts[i]! += Math.max(0, inside) / width;
      }
    }
  }
  return parts;
}

/**
 * How often each moment of one take or card was played: the k-th set holds what was played at least k + 1 times. Nothing is
 * lost by it but the order of the plays, and it grows with what differs, not with how often somebody looked.
 */
export type PlayLayers = readonly RangeSet[];

/** The layers with some more plays laid on top. */
export function withPlays(layers: PlayLayers, plays: readonly TimeRange[]): PlayLayers {
  return plays.reduce<PlayLayers>((before, play) => {
    const after: RangeSet[] = [];
    let over: RangeSet = [play];
    for (const layer of before) {
      after.push(over.length > 0 ? union(layer, over) : layer);
      over = intersect(layer, over);
    }
    return over.length > 0 ? [...after, over] : after;
  }, layers);
}

/** The layers as stretches of their source: as many as it takes to say how often each moment was played. */
export const stretchesOfLayers = (sourceId: string, layers: PlayLayers): readonly SourceStretch[] =>
  layers.flatMap((layer) => layer.map((range) => ({ sourceId, ...range })));

/** The time played again beyond the first time: the sum of all plays less what they cover together. */
export function replayedLength(plays: readonly SourceStretch[]): Micros {
  const played = plays.reduce((sum, one) => sum + one.end - one.start, 0);
  const covered = unionOfStretches(plays).reduce((sum, one) => sum + one.end - one.start, 0);
  return micros(played - covered);
}

/** Parts of a whole, in hundredths or whatever it was cut into: from one on, up to another one. */
export interface Parts {
  readonly from: number;
  readonly to: number;
  /** The mean of what they hold. */
  readonly plays: number;
}

/**
 * Where a lesson was played most often, and where least, as runs of its equal parts; null where every part is alike.
 *
 * @param warmth plays of each part, 0 or more
 */
export function extremesOf(warmth: readonly number[]): { readonly most: Parts | null; readonly least: Parts | null } {
  const [high, low] = [Math.max(0, ...warmth), Math.min(Infinity, ...warmth)];
  if (high === 0) return { most: null, least: null };
  const near = (high - low) * NEAR;
  const most = longestRun(warmth, (plays) => plays >= high - near);
  return { most, least: high - low < 1e-9 ? null : longestRun(warmth, (plays) => plays <= low + near) };
}
/** Parts that differ by no more than this share of all differences are told as one. */
const NEAR = 0.1;

function longestRun(warmth: readonly number[], holds: (plays: number) => boolean): Parts | null {
  let best: Parts | null = null;
  let from = 0;
  for (let at = 0; at <= warmth.length; at += 1) {
    if (at < warmth.length && holds(warmth[at]!)) continue;
    if (at > from && (!best || at - from > best.to - best.from)) {
      const run = warmth.slice(from, at);
      best = { from, to: at, plays: run.reduce((sum, plays) => sum + plays, 0) / run.length };
    }
    from = at + 1;
  }
  return best;
}

/** How often somebody sat down to it. @param moments at which they were at it, in ms, in any order @param apart ms: what lies further apart is another time */
export function sittingsOf(moments: readonly number[], apart: number): number {
  const sorted = moments.toSorted((a, b) => a - b);
  return sorted.filter((moment, i) => i === 0 || moment - sorted[i - 1]! > apart).length;
}
