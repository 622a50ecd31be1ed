import { micros } from '../clock/index.ts';
import { coveredLength } from '../intervals/index.ts';
import { shareOf } from '../coverage/index.ts';
import {
  programmeOf,
  programmeRanges,
  programmeTimeOf,
  sourceOf,
  sourceStretches,
  sourceTimeAt,
  type Programme,
  type Segment,
} from './index.ts';

function seeded(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

/** Stretches of a few takes; no take is played twice over, so that there is one answer to every question. */
function randomProgramme(next: () => number): Programme {
  const segments: Segment[] = [];
  const used = new Map<string, number>();
  const count = 1 + Math.floor(next() * 20);
  for (let i = 0; i < count; i += 1) {
    const takeId = `t${Math.floor(next() * 4)}`;
    const start = (used.get(takeId) ?? 0) + Math.floor(next() * 50_000);
    const end = start + 1 + Math.floor(next() * 400_000);
    used.set(takeId, end);
    segments.push({ id: `s${i}`, takeId, start: micros(start), end: micros(end) });
  }
  return programmeOf({ version: 2, segments });
}

describe('for two hundred random programmes', () => {
  const next = seeded(23);
  const programmes = Array.from({ length: 200 }, () => randomProgramme(next));
  const momentsOf = (programme: Programme) =>
    Array.from({ length: 20 }, () => micros(Math.floor(next() * programme.length)));

  it('every moment that is played is found again where it was', () => {
    for (const programme of programmes) {
      for (const time of momentsOf(programme))
        expect(programmeTimeOf(programme, sourceTimeAt(programme, time)!)).toBe(time);
    }
  });
  it('no moment is played that was not asked for', () => {
    for (const programme of programmes) {
      for (const time of momentsOf(programme)) {
        const place = sourceTimeAt(programme, time)!;
        const inside = programme.segments.some(
          (segment) => sourceOf(segment) === place.sourceId && place.time >= segment.start && place.time < segment.end,
        );
        expect(inside).toBe(true);
      }
    }
  });
  it('a stretch turned into take time and back is the same stretch, with no time lost at the joins', () => {
    for (const programme of programmes) {
      const [a, b] = momentsOf(programme).sort((x, y) => x - y);
      if (a === b) continue;
      const range = { start: a!, end: b! };
      const stretches = sourceStretches(programme, range);
      expect(programmeRanges(programme, stretches)).toEqual([range]);
      expect(stretches.reduce((sum, one) => sum + one.end - one.start, 0)).toBe(b! - a!);
    }
  });
  it('played twice counts once, and all of it is all', () => {
    for (const programme of programmes) {
      const all = sourceStretches(programme, { start: micros(0), end: programme.length });
      expect(shareOf(programme, [...all, ...all])).toBe(1);
      const [half] = momentsOf(programme);
      const first = sourceStretches(programme, { start: micros(0), end: half! });
      expect(shareOf(programme, first)).toBeCloseTo(half! / programme.length, 9);
      expect(coveredLength(programmeRanges(programme, first))).toBe(half);
    }
  });
});
