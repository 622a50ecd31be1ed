import { micros } from '../clock/index.ts';
import {
  applyEdit,
  doEdit,
  editsFault,
  EMPTY_EDITS,
  invertEdit,
  NO_HISTORY,
  parseEditList,
  programmeOf,
  programmeRanges,
  programmeTimeOf,
  readEdit,
  redoChange,
  sourceStretches,
  sourceTimeAt,
  touchedBy,
  undoChange,
  type ChangeRow,
  type Edit,
  type EditList,
  type Segment,
  type Step,
} from './index.ts';

const segment = (id: string, takeId: string, start: number, end: number): Segment => ({
  id,
  takeId,
  start: micros(start),
  end: micros(end),
});
const two: EditList = { version: 2, segments: [segment('a', 't1', 1000, 5000), segment('b', 't2', 0, 3000)] };

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

/** A log in memory, with a hand on it. */
function logOf() {
  const rows: ChangeRow[] = [];
  let [edits, tops, revision] = [EMPTY_EDITS, NO_HISTORY, 0];
  const keep = (step: Step): boolean => {
    if (!step.ok) return false;
    ({ edits, tops } = step);
    rows.push(step.row);
    return true;
  };
  const row = (at: number | null) => rows.find((one) => one.revision === at) ?? null;
  return {
    rows,
    edits: () => edits,
    tops: () => tops,
    do: (edit: Edit) => keep(doEdit(edits, tops, { revision: ++revision, edit })),
    undo: () => keep(undoChange(edits, tops, ++revision, row(tops.undo))),
    redo: () => keep(redoChange(edits, tops, ++revision, row(tops.redo))),
  };
}

describe('history', () => {
  it('goes back to the very beginning and forward again', () => {
    const next = seeded(9);
    const log = logOf();
    const stages = [log.edits()];
    for (let i = 0; i < 50; i += 1) {
      expect(log.do(randomEdit(log.edits(), next, i))).toBe(true);
      stages.push(log.edits());
    }
    for (let i = 49; i >= 0; i -= 1) {
      expect(log.undo()).toBe(true);
      expect(log.edits()).toEqual(stages[i]);
    }
    expect(log.undo()).toBe(false);
    for (let i = 1; i <= 50; i += 1) expect(log.redo()).toBe(true);
    expect(log.edits()).toEqual(stages[50]);
    expect(log.redo()).toBe(false);
  });
  it('does as two stacks would, over a thousand random steps, and its rows alone make the list again', () => {
    const next = seeded(23);
    const log = logOf();
    let [done, undone]: EditList[][] = [[], []];
    for (let i = 0; i < 1000; i += 1) {
      const before = log.edits();
      const turn = next();
      if (turn < 0.4) {
        log.do(randomEdit(before, next, i));
        [done, undone] = [[...done!, before], []];
      } else if (turn < 0.75) {
        expect(log.undo()).toBe(done!.length > 0);
        const back = done!.pop();
        if (back) {
          expect(log.edits()).toEqual(back);
          undone!.push(before);
        }
      } else {
        expect(log.redo()).toBe(undone!.length > 0);
        const on = undone!.pop();
        if (on) {
          expect(log.edits()).toEqual(on);
          done!.push(before);
        }
      }
      expect([log.tops().undoable, log.tops().redoable]).toEqual([done!.length, undone!.length]);
    }
    const again = log.rows.reduce<EditList>((edits, { edit }) => {
      const applied = applyEdit(edits, edit);
      if (!applied.ok) throw new Error(applied.reason);
      return applied.edits;
    }, EMPTY_EDITS);
    expect(again).toEqual(log.edits());
  });
});

describe('a change from elsewhere', () => {
  it('is read as it was written, over four hundred random edits', () => {
    const next = seeded(31);
    let edits = EMPTY_EDITS;
    for (let i = 0; i < 400; i += 1) {
      const edit = randomEdit(edits, next, i);
      expect(readEdit(JSON.parse(JSON.stringify(edit)))).toEqual(edit);
      const applied = applyEdit(edits, edit);
      if (applied.ok) edits = applied.edits;
    }
  });
  it.each<[string, unknown]>([
    ['no edit', null],
    ['an unknown op', { op: 'paint', index: 0 }],
    ['an index that is no number', { op: 'insert', index: '0', segment: two.segments[0] }],
    ['a segment that takes another name', { op: 'play', from: two.segments[0], to: { ...two.segments[0], id: 'z' } }],
    ['something laid over nothing', { op: 'overlays', index: 0, from: null, to: null }],
    ['edits in edits in edits', nested(4)],
  ])('is refused when it is %s', (_, value) => {
    expect(readEdit(value)).toBeNull();
  });
  it('names what it touched, and nothing else', () => {
    const trimmed = applyEdit(two, {
      op: 'trim',
      segment: 'a',
      from: { start: micros(1000), end: micros(5000) },
      to: { start: micros(1000), end: micros(4000) },
    });
    if (!trimmed.ok) throw new Error(trimmed.reason);
    expect(touchedBy(two, trimmed.edits).map((one) => one.id)).toEqual(['a']);
    expect(touchedBy(two, two)).toEqual([]);
  });
  it('may not make a lesson longer than three hours', () => {
    const long = { version: 2, segments: [segment('a', 't', 0, 4 * 3600 * 1e6)] } as const;
    expect(editsFault(long)).toBe('too-long');
    expect(editsFault(two)).toBeNull();
  });
});

function nested(depth: number): unknown {
  const act = { kind: 'cut', at: 0, length: 0 };
  let edit: unknown = { op: 'insert', index: 0, segment: two.segments[0] };
  for (let i = 0; i < depth; i += 1) edit = { op: 'together', act, edits: [edit] };
  return edit;
}

describe('programme time and take time', () => {
  const programme = programmeOf(two);
  it('meet at the join on the side of the later segment', () => {
    expect(sourceTimeAt(programme, micros(3999))).toEqual({ sourceId: 't1', time: 4999 });
    expect(sourceTimeAt(programme, micros(4000))).toEqual({ sourceId: 't2', time: 0 });
  });
  it('hold at the ends, and say nothing for an empty programme', () => {
    expect(sourceTimeAt(programme, micros(-5))).toEqual({ sourceId: 't1', time: 1000 });
    expect(sourceTimeAt(programme, micros(99_999))).toEqual({ sourceId: 't2', time: 3000 });
    expect(sourceTimeAt(programmeOf(EMPTY_EDITS), micros(0))).toBeNull();
  });
  it('go both ways for every moment that is played, and not for what was trimmed', () => {
    for (let time = 0; time < programme.length; time += 250) {
      expect(programmeTimeOf(programme, sourceTimeAt(programme, micros(time))!)).toBe(time);
    }
    expect(programmeTimeOf(programme, { sourceId: 't1', time: micros(999) })).toBeNull();
    expect(programmeTimeOf(programme, { sourceId: 't1', time: micros(5000) })).toBeNull();
  });
  it('turn a stretch across a join into stretches of takes and back', () => {
    const range = { start: micros(3000), end: micros(6000) };
    const stretches = sourceStretches(programme, range);
    expect(stretches).toEqual([
      { sourceId: 't1', start: 4000, end: 5000 },
      { sourceId: 't2', start: 0, end: 2000 },
    ]);
    expect(programmeRanges(programme, stretches)).toEqual([range]);
  });
});

it('an edit list that is not one is refused', () => {
  for (const bad of [null, {}, { version: 1, segments: [] }, { version: 2, segments: [{ id: 'a' }] }]) {
    expect(parseEditList(bad)).toBeNull();
  }
  expect(parseEditList({ version: 2, segments: [two.segments[0], two.segments[0]] })).toBeNull();
  expect(parseEditList({ version: 2, segments: [segment('a', 't', 5, 5)] })).toBeNull();
});

describe('an edit list has an end', () => {
  const segment = (id: string, hours: number, more: object = {}) => ({
    id,
    takeId: 't',
    start: 0,
    end: hours * 3600e6,
    ...more,
  });
  const card = { id: 'k', title: 'Tides', line: '', ground: 'slate' };
  it('of three hours at most, however it is put together', () => {
    expect(parseEditList({ version: 2, segments: [segment('a', 2.9)] })).not.toBeNull();
    expect(parseEditList({ version: 2, segments: [segment('a', 2), segment('b', 1.1)] })).toBeNull();
  });
  it('and no card stands for more than a minute', () => {
    expect(parseEditList({ version: 2, segments: [segment('a', 1 / 60, { card })] })).not.toBeNull();
    expect(parseEditList({ version: 2, segments: [segment('a', 1 / 59, { card })] })).toBeNull();
  });
});
