import {
  bookSentence,
  cellState,
  cellWords,
  countedPoints,
  gradingSentence,
  lateDaysOf,
  lineStats,
  PLAIN_GRADING,
  shareOf,
  sharesInTenths,
  spreadSentence,
  sumOf,
  weakestLine,
  workStats,
  type BookCell,
  type CellState,
} from './gradebook.ts';

const cell = (assignmentId: string, state: CellState, points: number | null = null): BookCell => ({
  assignmentId,
  learnerId: 'tam',
  state,
  points,
  lateDays: 0,
});
const WORKS = [
  { assignmentId: 'plan', points: 20 },
  { assignmentId: 'tides', points: 10 },
  { assignmentId: 'log', points: null },
];

const STRICT = { missingCounts: true, latePerDay: 10, lateMost: 30 };

describe('how it stands with a piece of work', () => {
  const now = new Date('2026-05-04T10:00:00Z');
  const facts = { handedIn: false, handedBack: false, excused: false, due: new Date('2026-05-03T10:00:00Z') };
  it.each([
    ['missing', {}],
    ['open', { due: new Date('2026-05-05T10:00:00Z') }],
    ['waiting', { handedIn: true }],
    ['excused', { excused: true }],
    ['excused', { excused: true, handedIn: true }],
    ['back', { handedIn: true, handedBack: true, excused: true }],
  ] as const)('is %s', (state, more) => {
    expect(cellState({ ...facts, ...more }, now)).toBe(state);
  });
});

describe('what pieces of work come to', () => {
  const cells = [cell('plan', 'back', 15), cell('tides', 'missing'), cell('log', 'back', null)];
  it('leaves out what is missing, unless it counts as nothing', () => {
    expect(sumOf(cells, WORKS, PLAIN_GRADING)).toEqual({ points: 15, of: 20 });
    expect(sumOf(cells, WORKS, STRICT)).toEqual({ points: 15, of: 30 });
  });
  it('leaves out what is excused, not due, not handed back, and without points', () => {
    const rest = [cell('plan', 'excused'), cell('tides', 'waiting'), cell('log', 'back', 3), cell('plan', 'open')];
    expect(sumOf(rest, WORKS, STRICT)).toEqual({ points: 0, of: 0 });
    expect(shareOf({ points: 0, of: 0 })).toBeNull();
  });
  it('takes off what is late by the rules of the class', () => {
    const late = (lateDays: number) => [{ ...cell('plan', 'back', 15), lateDays }];
    expect([0, 1, 2, 9].map((days) => sumOf(late(days), WORKS, STRICT).points)).toEqual([15, 13, 11, 9]);
    expect(sumOf(late(9), WORKS, PLAIN_GRADING).points).toBe(15);
  });
});

describe('what is late', () => {
  const due = new Date('2026-05-03T10:00:00Z');
  it('is late by days, begun ones whole', () => {
    const days = ['03T10:00:00', '03T10:00:01', '04T10:00:00', '04T10:00:01'].map((at) =>
      lateDaysOf(new Date(`2026-05-${at}Z`), due),
    );
    expect(days).toEqual([0, 1, 1, 2]);
    expect(lateDaysOf(new Date('2026-05-01T10:00:00Z'), due)).toBe(0);
  });
  it('never comes to less than nothing, and to hundredths', () => {
    expect(countedPoints(1, 20, 3, { ...STRICT, lateMost: 100 })).toBe(0);
    expect(countedPoints(5, 7, 1, { ...STRICT, latePerDay: 3 })).toBe(4.79);
  });
  it('is told in its cell, with what was given where less counts', () => {
    const words = (state: CellState, points: number | null, lateDays: number) =>
      cellWords({ ...cell('plan', state, points), lateDays }, 20, STRICT);
    expect(words('back', 15, 0)).toBe('15');
    expect(words('back', 15, 2)).toBe('11 of 15 given · 2 days late');
    expect(words('waiting', null, 1)).toBe('waits · a day late');
    expect(words('missing', null, 0)).toBe('missing');
  });
  it('is said in words', () => {
    expect(gradingSentence(PLAIN_GRADING)).toBe(
      'Nothing is taken off for what comes late. What is missing is left out.',
    );
    expect(gradingSentence(STRICT)).toBe(
      '10 % of what it is worth is taken off for each day late, 30 % at most. What is missing counts as no points.',
    );
  });
});

describe('how a piece of work went', () => {
  it('is told by its middle and its ends', () => {
    const cells = [5, 20, 10, 12].map((points) => cell('plan', 'back', points));
    expect(workStats([...cells, cell('plan', 'missing')], WORKS[0]!)).toEqual({
      counts: { open: 0, missing: 1, waiting: 0, back: 4, excused: 0 },
      mean: 47 / 80,
      median: 11 / 20,
      lowest: 0.25,
      highest: 1,
    });
  });
  it('is nothing where nobody has points', () => {
    expect(workStats([cell('log', 'back', null)], WORKS[2]!)).toMatchObject({ mean: null, median: null, lowest: null });
  });
});

it('shares fall into tenths; all of it is in the last', () => {
  expect(sharesInTenths([0, 0.05, 0.1, 0.3, 0.999, 1, 1.2])).toEqual([2, 1, 0, 1, 0, 0, 0, 0, 0, 3]);
});

it('how shares spread is said in words', () => {
  expect(spreadSentence([])).toBe('Nobody has points yet.');
  expect(spreadSentence([0.8, 1])).toBe('On average 90 % of what was to be had; nobody is under half.');
  expect(spreadSentence([0.4, 0.5])).toBe('On average 45 % of what was to be had; one is under half.');
});

describe('the sentence', () => {
  it('says what waits, what is missing, and whom to ask first', () => {
    const cells = [cell('plan', 'back', 3), cell('plan', 'waiting'), cell('plan', 'missing'), cell('tides', 'missing')];
    expect(bookSentence([...cells, cell('log', 'open')], new Map([['Tam', 2]]))).toBe(
      '1 of 4 pieces of work that were due is handed back, one waits for you, 2 are missing. Ask Tam first: 2 are missing.',
    );
  });
  it('is short where nothing was due', () => {
    expect(bookSentence([cell('plan', 'open')], new Map())).toBe('Nothing was due yet.');
  });
});

describe('the lines of a rubric over a class', () => {
  const level = (id: string, points: number) => ({ id, name: id, points, description: '' });
  const line = (id: string) => ({ id, name: `Line ${id}`, weight: 2, levels: [level('no', 0), level('yes', 4)] });
  const filled = [
    [
      { criterion: 'a', level: 'yes' },
      { criterion: 'b', level: 'no' },
    ],
    [{ criterion: 'a', level: 'yes' }],
  ];
  it('have a mean share of their best, and the weakest is named', () => {
    const lines = lineStats([line('a'), line('b'), line('c')], filled);
    expect(lines).toEqual([
      { name: 'Line a', count: 2, mean: 1 },
      { name: 'Line b', count: 1, mean: 0 },
      { name: 'Line c', count: 0, mean: null },
    ]);
    expect(weakestLine(lines)).toBe('Line b was met least: 0 % on average.');
    expect(weakestLine(lines.slice(0, 1))).toBe('');
  });
});
