import { fromMillis, micros, type TimeRange } from '../clock/index.ts';
import { applyEdit, cutStretches, EMPTY_EDITS, speakOver, type EditList } from '../edits/index.ts';
import {
  cueAt,
  cuesOf,
  heardLines,
  leftToType,
  spokenStretches,
  subRip,
  transcript,
  untold,
  webVtt,
  type CaptionLine,
} from './index.ts';

const s = (seconds: number) => micros(Math.round(seconds * 1e6));
const range = (start: number, end: number): TimeRange => ({ start: s(start), end: s(end) });
const seconds = (ranges: readonly TimeRange[]) => ranges.map(({ start, end }) => [start / 1e6, end / 1e6]);
let serial = 0;
const newId = () => `n${(serial += 1)}`;
const line = (start: number, end: number, text: string, takeId = 'a'): CaptionLine => ({
  ...range(start, end),
  takeId,
  text,
});
const lesson: EditList = { ...EMPTY_EDITS, segments: [{ id: 'one', takeId: 'a', ...range(0, 20) }] };
const after = (edits: EditList, edit: ReturnType<typeof cutStretches>): EditList => {
  if (!edit) throw new Error('Nothing was changed.');
  const done = applyEdit(edits, edit);
  if (!done.ok) throw new Error(done.reason);
  return done.edits;
};

describe('what is to be typed', () => {
  it('is heard in stretches of six seconds at most, which begin anew after a rest', () => {
    const rests = [range(0, 1), range(3, 3.4), range(5, 8), range(9, 9.3), range(16, 20)];
    const found = seconds(spokenStretches(rests, s(20)));
    expect(found).toEqual([
      [0.88, 5.12],
      [7.88, 12.65],
      [12.65, 16.12],
    ]);
  });

  it('is everything of a voice that never rests, and nothing of silence', () => {
    const whole = seconds(spokenStretches([], s(60)));
    expect(whole).toHaveLength(10);
    expect(whole.at(0)![0]).toBe(0);
    expect(whole.at(-1)![1]).toBe(60);
    expect(spokenStretches([range(0, 60)], s(60))).toEqual([]);
  });

  it('never lies twice over the same moment, for 200 seeded takes', () => {
    let seed = 7;
    const random = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
    for (let n = 0; n < 200; n += 1) {
      let at = 0;
      const rests = Array.from({ length: 40 }, () => {
        const start = at + random() * 9;
        at = start + 0.25 + random() * 3;
        return range(start, at);
      });
      const found = spokenStretches(rests, s(at));
      found.forEach((one, i) => {
        expect(one.start).toBeLessThan(one.end);
        expect(one.end - one.start).toBeLessThanOrEqual(6_300_000);
        expect(one.start).toBeGreaterThanOrEqual(found[i - 1]?.end ?? 0);
      });
    }
  });

  it('is no longer what was typed, also where its ends were heard a little otherwise', () => {
    expect(seconds(untold([range(0, 4), range(4, 8)], [line(0.1, 4.05, 'x')]))).toEqual([[4.05, 8]]);
  });

  it('is only what is heard in the lesson, and words of nothing count as typed', () => {
    const cut = after(lesson, cutStretches(lesson, [range(8, 20)], newId, 'cut'));
    const left = leftToType(cut, [line(0, 4, '')], () => [range(0, 4), range(4, 8), range(10, 14)]);
    expect(seconds(left)).toEqual([[4, 8]]);
  });
});

describe('where a line is heard', () => {
  it('moves with what was cut before it; one cut in its middle stays one, one that is gone goes', () => {
    const cut = after(lesson, cutStretches(lesson, [range(2, 4), range(7, 8), range(10, 14)], newId, 'cut'));
    const lines = [line(0, 2, 'before'), line(6, 9, 'through'), line(10, 13.8, 'gone'), line(15, 17, 'after')];
    expect(heardLines(cut, lines).map((one) => [one.line.text, one.start / 1e6, one.end / 1e6])).toEqual([
      ['before', 0, 2],
      ['through', 4, 6],
      ['after', 8, 10],
    ]);
  });

  it('goes as fast as its voice, and where another voice is spoken over it that one counts', () => {
    const over = after(lesson, speakOver(lesson, range(4, 8), { takeId: 'v', from: s(1) }, newId));
    const lines = [line(4.5, 7, 'covered'), line(1, 3, 'spoken over', 'v'), line(0, 2, 'own')];
    expect(heardLines(over, lines).map((one) => [one.line.text, one.start / 1e6])).toEqual([
      ['own', 0],
      ['spoken over', 4],
    ]);
  });
});

describe('captions', () => {
  const long =
    'From the buoy we want to go along zero seven five, straight to the harbour mouth, and the stream sets us south all the while.';

  it('have two lines of 42 letters at most, and each the time that its words take', () => {
    const cues = cuesOf(lesson, [line(0, 8, long)]);
    expect(cues).toHaveLength(2);
    for (const { text } of cues) {
      const rows = text.split('\n');
      expect(rows.length).toBeLessThanOrEqual(2);
      for (const row of rows) expect(row.length).toBeLessThanOrEqual(42);
    }
    expect(cues.map(({ text }) => text.replaceAll('\n', ' ')).join(' ')).toBe(long);
    expect(cues[0]!.end).toBe(cues[1]!.start);
    expect(cues[0]!.end / 8e6).toBeCloseTo(cues[0]!.text.length / (long.length - 1), 2);
  });

  it('stay until they can be read, and never over the next', () => {
    const cues = cuesOf(lesson, [
      line(0, 0.4, 'Right.'),
      line(0.6, 0.9, 'So then.'),
      line(9, 9.5, 'Good.'),
      line(12, 13, ''),
    ]);
    expect(seconds(cues)).toEqual([
      [0, 0.6],
      [0.6, 1.6],
      [9, 10],
    ]);
    expect(cueAt(cues, s(1.2))?.text).toBe('So then.');
    expect(cueAt(cues, s(5))).toBeNull();
  });

  it('are written as WebVTT and SubRip', () => {
    const cues = [{ start: s(3661.5), end: s(3663), text: 'Depth < 2 m\n& rising' }];
    expect(webVtt(cues)).toBe('WEBVTT\n\n01:01:01.500 --> 01:01:03.000\nDepth &lt; 2 m\n&amp; rising\n');
    expect(subRip(cues)).toBe('1\r\n01:01:01,500 --> 01:01:03,000\r\nDepth < 2 m\r\n& rising\r\n');
  });

  it('are read as paragraphs: after a rest, and where a page is turned', () => {
    const cues = cuesOf(lesson, [line(0, 2, 'One.'), line(2, 4, 'Two.'), line(8, 10, 'Three.'), line(10, 12, 'Four.')]);
    expect(transcript(cues, [fromMillis(9900)])).toEqual([
      { at: 0, text: 'One. Two.' },
      { at: s(8), text: 'Three.' },
      { at: s(10), text: 'Four.' },
    ]);
    const many = Array.from({ length: 6 }, (_, i) =>
      line(i, i + 1, `This sentence has fifty letters, and is the ${i}th now.`),
    );
    expect(transcript(cuesOf(lesson, many)).map(({ at }) => at / 1e6)).toEqual([0, 3]);
  });
});
