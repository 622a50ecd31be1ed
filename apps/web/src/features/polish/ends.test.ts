import { micros } from '@oakbell/core/clock';
import { applyEdit, type EditList } from '@oakbell/core/edits';
import { editInWords } from './editWords.ts';
import { joinedPeaks, quietestNear, trimEdits, untrimmed } from './ends.ts';

const s = (seconds: number) => micros(seconds * 1e6);
const edits: EditList = {
  version: 2,
  segments: [
    { id: 'a', takeId: 't1', start: s(2), end: s(10) },
    { id: 'b', takeId: 't2', start: s(0), end: s(5) },
  ],
};
const takes = [
  { id: 't1', peaks: new Uint8Array(1001).fill(1) },
  { id: 't2', peaks: new Uint8Array(801).fill(2) },
];
const whole = untrimmed(edits, takes);

describe('the ends of a lesson', () => {
  it('can be drawn out to the ends of the takes', () => {
    expect(whole.length).toBe(s(18));
    expect(joinedPeaks(whole, takes)).toHaveLength(1800);
  });
  it('are trimmed by one edit each, and only where something changes', () => {
    const kept = { start: s(3), end: s(14) };
    const made = trimEdits(edits, whole, kept);
    expect(made).toHaveLength(2);
    const after = made.reduce<EditList>((now, edit) => {
      const applied = applyEdit(now, edit);
      if (!applied.ok) throw new Error(applied.reason);
      return applied.edits;
    }, edits);
    expect(after.segments.map(({ start, end }) => [start, end])).toEqual([
      [s(3), s(10)],
      [s(0), s(4)],
    ]);
    expect(trimEdits(edits, whole, { start: s(2), end: s(15) })).toEqual([]);
  });
  it('never leave an empty stretch, however far a handle is dragged', () => {
    for (const edit of trimEdits(edits, whole, { start: s(17), end: s(17.5) })) {
      if (edit.op === 'trim') expect(edit.to.end).toBeGreaterThan(edit.to.start);
    }
  });
  it('are told in words', () => {
    const [start, end] = trimEdits(edits, whole, { start: s(3.5), end: s(18) });
    expect(editInWords(start!)).toBe('Trimmed 0:01.5 at the start');
    expect(editInWords(end!)).toBe('Put back 0:03.0 at the end');
  });
});

describe('where a cut falls', () => {
  const peaks = new Uint8Array(300).fill(90);
  peaks.set([40, 3, 3, 40], 150);

  it('moves to the quietest place within 120 ms, and stays where nothing near is quieter', () => {
    expect(quietestNear(peaks, s(1.45))).toBe(s(1.51));
    expect(quietestNear(peaks, s(1.6))).toBe(s(1.52));
    expect(quietestNear(peaks, s(1.0))).toBe(s(1.0));
    expect(quietestNear(peaks, s(2.99))).toBe(s(2.99));
  });
});
