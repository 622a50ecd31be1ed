import { micros } from '../clock/index.ts';
import {
  applyEdit,
  EMPTY_EDITS,
  invertEdit,
  NO_HISTORY,
  parseEditList,
  programmeOf,
  programmeRanges,
  programmeTimeOf,
  redo,
  revise,
  takeStretches,
  takeTimeAt,
  undo,
  type Edit,
  type EditList,
  type Segment,
} from './index.ts';

const segment = (id: string, takeId: string, start: number, end: number): Segment => ({
  id,
  takeId,
  start: micros(start),
  end: micros(end),
});
const two: EditList = { version: 1, segments: [segment('a', 't1', 1000, 5000), segment('b', 't2', 0, 3000)] };

function seeded(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}
function randomEdit(edits: EditList, next: () => number, serial: number): Edit {
  const index = Math.floor(next() * edits.segments.length);
  const chosen = edits.segments[index];
  if (!chosen || next() < 0.4) {
    const start = Math.floor(next() * 1e6);
    const made = segment(`s${serial}`, `t${serial % 5}`, start, start + 1 + Math.floor(next() * 1e6));
    return { op: 'insert', index: Math.floor(next() * (edits.segments.length + 1)), segment: made };
  }
  if (next() < 0.4) return { op: 'remove', index, segment: chosen };
  const start = Math.floor(next() * chosen.end);
  const to = { start: micros(start), end: micros(start + 1 + Math.floor(next() * 1e6)) };
  return { op: 'trim', segment: chosen.id, from: { start: chosen.start, end: chosen.end }, to };
}

describe('an edit', () => {
  it('taken back leaves the list as it was, over four hundred random edits', () => {
    const next = seeded(5);
    let edits = EMPTY_EDITS;
    for (let i = 0; i < 400; i += 1) {
      const edit = randomEdit(edits, next, i);
      const applied = applyEdit(Object.freeze(edits), edit);
      if (!applied.ok) throw new Error(applied.reason);
      const back = applyEdit(applied.edits, invertEdit(edit));
      expect(back).toEqual({ ok: true, edits });
      expect(parseEditList(JSON.parse(JSON.stringify(applied.edits)))).toEqual(applied.edits);
      edits = applied.edits;
    }
  });
  it('says why it does not apply', () => {
    expect(applyEdit(two, { op: 'insert', index: 9, segment: segment('c', 't', 0, 1) })).toMatchObject({
      reason: 'no-place',
    });
    expect(applyEdit(two, { op: 'insert', index: 0, segment: segment('a', 't', 0, 1) })).toMatchObject({
      reason: 'same-id',
    });
    expect(applyEdit(two, { op: 'remove', index: 0, segment: two.segments[1]! })).toMatchObject({
      reason: 'not-there',
    });
    const from = { start: micros(1000), end: micros(5000) };
    const nothing = { start: micros(2000), end: micros(2000) };
    expect(applyEdit(two, { op: 'trim', segment: 'a', from, to: nothing })).toMatchObject({ reason: 'empty' });
  });
});

it('history goes back to the very beginning and forward again', () => {
  const next = seeded(9);
  let now = { edits: EMPTY_EDITS, history: NO_HISTORY };
  const stages = [now.edits];
  for (let i = 0; i < 50; i += 1) {
    now = revise(now.edits, now.history, randomEdit(now.edits, next, i))!;
    stages.push(now.edits);
  }
  for (let i = 49; i >= 0; i -= 1) {
    now = undo(now.edits, now.history)!;
    expect(now.edits).toEqual(stages[i]);
  }
  expect(undo(now.edits, now.history)).toBeNull();
  for (let i = 1; i <= 50; i += 1) now = redo(now.edits, now.history)!;
  expect(now.edits).toEqual(stages[50]);
  expect(redo(now.edits, now.history)).toBeNull();
});

describe('programme time and take time', () => {
  const programme = programmeOf(two);
  it('meet at the join on the side of the later segment', () => {
    expect(takeTimeAt(programme, micros(3999))).toEqual({ takeId: 't1', time: 4999 });
    expect(takeTimeAt(programme, micros(4000))).toEqual({ takeId: 't2', time: 0 });
  });
  it('hold at the ends, and say nothing for an empty programme', () => {
    expect(takeTimeAt(programme, micros(-5))).toEqual({ takeId: 't1', time: 1000 });
    expect(takeTimeAt(programme, micros(99_999))).toEqual({ takeId: 't2', time: 3000 });
    expect(takeTimeAt(programmeOf(EMPTY_EDITS), micros(0))).toBeNull();
  });
  it('go both ways for every moment that is played, and not for what was trimmed', () => {
    for (let time = 0; time < programme.length; time += 250) {
      expect(programmeTimeOf(programme, takeTimeAt(programme, micros(time))!)).toBe(time);
    }
    expect(programmeTimeOf(programme, { takeId: 't1', time: micros(999) })).toBeNull();
    expect(programmeTimeOf(programme, { takeId: 't1', time: micros(5000) })).toBeNull();
  });
  it('turn a stretch across a join into stretches of takes and back', () => {
    const range = { start: micros(3000), end: micros(6000) };
    const stretches = takeStretches(programme, range);
    expect(stretches).toEqual([
      { takeId: 't1', start: 4000, end: 5000 },
      { takeId: 't2', start: 0, end: 2000 },
    ]);
    expect(programmeRanges(programme, stretches)).toEqual([range]);
  });
});

it('an edit list that is not one is refused', () => {
  for (const bad of [null, {}, { version: 2, segments: [] }, { version: 1, segments: [{ id: 'a' }] }]) {
    expect(parseEditList(bad)).toBeNull();
  }
  expect(parseEditList({ version: 1, segments: [two.segments[0], two.segments[0]] })).toBeNull();
  expect(parseEditList({ version: 1, segments: [segment('a', 't', 5, 5)] })).toBeNull();
});

describe('an edit list has an end', () => {
  const segment = (id: string, hours: number, more: object = {}) => ({
    id,
    takeId: 't',
    start: 0,
    end: hours * 3600e6,
    ...more,
  });
  const card = { title: 'Tides', line: '', ground: 'slate' };
  it('of three hours at most, however it is put together', () => {
    expect(parseEditList({ version: 1, segments: [segment('a', 2.9)] })).not.toBeNull();
    expect(parseEditList({ version: 1, segments: [segment('a', 2), segment('b', 1.1)] })).toBeNull();
  });
  it('and no card stands for more than a minute', () => {
    expect(parseEditList({ version: 1, segments: [segment('a', 1 / 60, { card })] })).not.toBeNull();
    expect(parseEditList({ version: 1, segments: [segment('a', 1 / 59, { card })] })).toBeNull();
  });
});
