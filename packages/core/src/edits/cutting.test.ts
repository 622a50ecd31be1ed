import { fromSeconds, micros } from '../clock/index.ts';
import {
  applyEdit,
  bringBack,
  cutFrom,
  cutStretch,
  cutStretches,
  heardStretches,
  invertEdit,
  movePart,
  parseEditList,
  programmeOf,
  putBack,
  seamsOf,
  shortened,
  sourceOf,
  splitAt,
  type Edit,
  type EditList,
} from './index.ts';

const s = fromSeconds;
const range = (start: number, end: number) => ({ start: s(start), end: s(end) });
const lesson: EditList = Object.freeze({
  version: 2,
  segments: [
    { id: 'a', takeId: 't1', ...range(2, 12) },
    { id: 'b', takeId: 't2', ...range(0, 6) },
  ],
});
let names = 0;
const newId = () => `n${(names += 1)}`;
function after(edits: EditList, edit: Edit | null): EditList {
  if (!edit) throw new Error('there was no edit');
  const applied = applyEdit(edits, edit);
  if (!applied.ok) throw new Error(applied.reason);
  return applied.edits;
}
const plain = ({ segments }: EditList) => segments.map((one) => [sourceOf(one), one.start / 1e6, one.end / 1e6]);

describe('cutting', () => {
  it.each([
    [
      'the middle of a part',
      range(3, 5),
      [
        ['t1', 2, 5],
        ['t1', 7, 12],
        ['t2', 0, 6],
      ],
    ],
    [
      'over a seam',
      range(8, 11),
      [
        ['t1', 2, 10],
        ['t2', 1, 6],
      ],
    ],
    [
      'the start',
      range(0, 1),
      [
        ['t1', 3, 12],
        ['t2', 0, 6],
      ],
    ],
    ['a whole part', range(10, 16), [['t1', 2, 12]]],
    ['everything', range(0, 16), []],
    [
      'past the end',
      range(14, 99),
      [
        ['t1', 2, 12],
        ['t2', 0, 4],
      ],
    ],
  ])('takes out %s, and is undone in one', (_, cut, left) => {
    const edit = cutStretch(lesson, cut, newId);
    expect(plain(after(lesson, edit))).toEqual(left);
    expect(after(after(lesson, edit), invertEdit(edit!))).toEqual(lesson);
  });
  it('is nothing where nothing is', () => {
    expect(cutStretch(lesson, range(20, 30), newId)).toBeNull();
    expect(cutStretch(lesson, range(3, 3), newId)).toBeNull();
  });
  it('tells how much went, for several stretches at once', () => {
    const edit = cutStretches(lesson, [range(1, 2), range(4, 6), range(9, 11)], newId, 'shorten');
    expect(plain(after(lesson, edit))).toEqual([
      ['t1', 2, 3],
      ['t1', 4, 6],
      ['t1', 8, 11],
      ['t2', 1, 6],
    ]);
    expect(edit).toMatchObject({ op: 'together', act: { kind: 'shorten', at: s(1), length: s(5) } });
  });
});

describe('parts and seams', () => {
  it('a split leaves nothing out and can be closed again', () => {
    const split = after(lesson, splitAt(lesson, s(4), newId));
    expect(plain(split).slice(0, 2)).toEqual([
      ['t1', 2, 6],
      ['t1', 6, 12],
    ]);
    const [seam, takes] = seamsOf(split);
    expect([seam, takes?.left]).toEqual([{ at: s(4), index: 1, left: 0 }, null]);
    expect(plain(after(split, putBack(split, seam!)))).toEqual(plain(lesson));
    expect([splitAt(lesson, s(0), newId), splitAt(lesson, s(10), newId), splitAt(lesson, s(99), newId)]).toEqual([
      null,
      null,
      null,
    ]);
  });
  it('a cut is put back where its seam is, long after other edits', () => {
    const cut = after(lesson, cutStretch(lesson, range(3, 5), newId));
    const later = after(cut, cutStretch(cut, range(0, 1), newId));
    const [seam] = seamsOf(later);
    expect(seam).toMatchObject({ at: s(2), left: s(2) });
    expect(plain(after(later, putBack(later, seam!)))).toEqual([
      ['t1', 3, 12],
      ['t2', 0, 6],
    ]);
    expect(putBack(later, seamsOf(later)[1]!)).toBeNull();
  });
  it('a part moves by one place and not past the ends', () => {
    expect(plain(after(lesson, movePart(lesson, 1, -1)))).toEqual([
      ['t2', 0, 6],
      ['t1', 2, 12],
    ]);
    expect([movePart(lesson, 0, -1), movePart(lesson, 1, 1), movePart(lesson, 9, 1)]).toEqual([null, null, null]);
  });
});

describe('quiet stretches of a lesson', () => {
  it('are those of its takes, where they are still heard', () => {
    const quiet = () => [range(1, 3), range(5, 7), range(11.5, 14)];
    expect(heardStretches(lesson, quiet, s(1))).toEqual([range(0, 1), range(3, 5), range(11, 13), range(15, 16)]);
  });
  it('are shortened to a breath in their middle', () => {
    expect(shortened(range(3, 5), s(0.4))).toEqual(range(3.2, 4.8));
    expect(shortened(range(3, 3.4), s(0.4))).toBeNull();
  });
});

describe('any sequence of these', () => {
  it('leaves no gap and no overlap, survives JSON, and is undone to the beginning', () => {
    let seed = 3;
    const random = (below: number) => ((seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648) >> 4) % below;
    for (let round = 0; round < 200; round += 1) {
      let edits = lesson;
      const done: Edit[] = [];
      for (let i = 0; i < 12; i += 1) {
        const { length } = programmeOf(edits);
        const at = micros(random(Math.max(1, length)));
        const seams = seamsOf(edits);
        const edit = [
          () => cutStretch(edits, { start: at, end: micros(at + random(2_000_000)) }, newId),
          () => splitAt(edits, at, newId),
          () => movePart(edits, random(edits.segments.length + 1), random(2) === 0 ? 1 : -1),
          () => (seams.length > 0 ? putBack(edits, seams[random(seams.length)]!) : null),
        ][random(4)]!();
        if (!edit) continue;
        edits = after(edits, edit);
        done.push(edit);
        const { segments, starts } = programmeOf(edits);
        expect(segments.every((one) => one.end > one.start)).toBe(true);
        expect(starts.every((start, k) => k === 0 || start > starts[k - 1]!)).toBe(true);
        expect(parseEditList(JSON.parse(JSON.stringify(edits)))).toEqual(edits);
      }
      for (const edit of (JSON.parse(JSON.stringify(done)) as Edit[]).toReversed())
        edits = after(edits, invertEdit(edit));
      expect(edits).toEqual(lesson);
    }
  });
});

describe('recording again from here', () => {
  const fast: EditList = {
    version: 2,
    segments: [
      { id: 'a', takeId: 't1', ...range(0, 40), speed: 4 },
      { id: 'b', takeId: 't2', ...range(0, 6) },
    ],
  };
  it('cuts at the moment that is heard there, also in what is played fast', () => {
    expect(plain(after(fast, cutFrom(fast, s(5), newId)))).toEqual([['t1', 0, 20]]);
    expect(plain(after(fast, cutFrom(fast, s(12), newId)))).toEqual([
      ['t1', 0, 40],
      ['t2', 0, 2],
    ]);
    expect(cutFrom(fast, s(16), newId)).toBeNull();
  });
  it('is taken back in front of what was recorded since', () => {
    const cut = after(fast, cutFrom(fast, s(5), newId));
    const more = { op: 'insert', index: 1, segment: { id: 'c', takeId: 't3', ...range(0, 2) } } as const;
    const back = after(after(cut, more), bringBack(after(cut, more), fast));
    expect(plain(back)).toEqual([
      ['t1', 0, 40],
      ['t2', 0, 6],
      ['t3', 0, 2],
    ]);
    expect(bringBack(fast, fast)).toBeNull();
  });
});
