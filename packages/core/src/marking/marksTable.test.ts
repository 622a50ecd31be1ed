import { leftOutWords, PLAIN_GRADING, tablePlan, type BookCell, type CellState } from './index.ts';

const cell = (assignmentId: string, learnerId: string, state: CellState, points: number | null = null): BookCell => ({
  ...{ assignmentId, learnerId, state, points, lateDays: 0 },
});
const BOOK = {
  works: [
    { assignmentId: 'plan', title: 'Passage plan', points: 20 },
    { assignmentId: 'log', title: 'Log', points: null },
    { assignmentId: 't1', title: 'Tides', points: 5 },
    { assignmentId: 't2', title: 'Tides', points: 5 },
  ],
  learners: [
    { id: 'tam', name: 'Tam Oriel' },
    { id: 'kit1', name: 'Kit Larkspur' },
    { id: 'kit2', name: 'Kit Larkspur' },
    { id: 'wren', name: 'Wren Calloway' },
  ],
  cells: [cell('plan', 'tam', 'waiting'), cell('plan', 'wren', 'back', 17), cell('log', 'tam', 'waiting')],
  grading: PLAIN_GRADING,
};
const planned = (...lines: readonly string[][]) => tablePlan([['Name', 'Passage plan (of 20)'], ...lines], BOOK);

describe('points that come back in a table', () => {
  it('are set where something waits, and corrected where it was handed back', () => {
    expect(planned(['tam  oriel', '12,5'], ['Wren Calloway', '18'])).toEqual({
      changes: [
        { assignmentId: 'plan', learnerId: 'tam', points: 12.5, back: false },
        { assignmentId: 'plan', learnerId: 'wren', points: 18, back: true },
      ],
      leftOut: [],
      same: 0,
    });
  });
  it('change nothing where they are the same, as given or as they count, nor where a word stands for them', () => {
    expect(planned(['Wren Calloway', '17.0'], ['Tam Oriel', 'waiting'], ['', '3'])).toEqual({
      changes: [],
      leftOut: [],
      same: 1,
    });
    const late = { ...BOOK, cells: [{ ...cell('plan', 'wren', 'back', 17), lateDays: 1 }] };
    const grading = { missingCounts: false, latePerDay: 10, lateMost: 100 };
    const plan = (points: string) =>
      tablePlan(
        [
          ['name', 'passage plan'],
          ['Wren Calloway', points],
        ],
        { ...late, grading },
      );
    expect([plan('15').same, plan('17').same, plan('16').changes.length]).toEqual([1, 1, 1]);
  });
  it('are left out with the line and the reason', () => {
    const { leftOut, changes } = planned(
      ['Nobody', '3'],
      ['Kit Larkspur', '3'],
      ['Tam Oriel', 'three'],
      ['Tam Oriel', '21'],
      ['Tam Oriel', '-1'],
    );
    expect(changes).toEqual([]);
    expect(leftOut.map(({ line, fault }) => `${line} ${fault}`)).toEqual([
      '2 unknown-learner',
      '3 two-of-that-name',
      '4 no-number',
      '5 too-many-points',
      '6 no-number',
    ]);
    expect(leftOutWords(leftOut[2]!)).toBe('Line 4, Passage plan (of 20): That is no number of points.');
  });
  it('are not taken for a column that nobody knows, or that two have', () => {
    const heads = ['learner', 'Buoys', 'Tides (of 5)', 'Log', 'points', 'of', 'per cent', ''];
    const { leftOut } = tablePlan([heads, ['Tam Oriel', '1', '1', '1', '1', '1', '1', '1']], BOOK);
    expect(leftOut.map(({ line, column, fault }) => [line, column, fault])).toEqual([
      [1, 'Buoys', 'unknown-column'],
      [1, 'Tides (of 5)', 'two-of-that-title'],
      [2, 'Log', 'too-many-points'],
    ]);
  });
  it('are for nobody who has handed in nothing', () => {
    const [only] = tablePlan(
      [
        ['name', 'Passage plan'],
        ['Tam Oriel', '3'],
      ],
      { ...BOOK, cells: [] },
    ).leftOut;
    expect(only).toMatchObject({ fault: 'nothing-handed-in' });
  });
  it('need a column of names', () => {
    expect(
      tablePlan(
        [
          ['who', 'Passage plan'],
          ['Tam Oriel', '3'],
        ],
        BOOK,
      ).leftOut,
    ).toMatchObject([{ line: 1, fault: 'no-names' }]);
    expect(tablePlan([], BOOK).changes).toEqual([]);
  });
});
