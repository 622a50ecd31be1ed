import {
  bookSentence,
  cellState,
  shareOf,
  sharesInTenths,
  spreadSentence,
  sumOf,
  workStats,
  type BookCell,
  type CellState,
} from './gradebook.ts';

const cell = (assignmentId: string, state: CellState, points: number | null = null): BookCell => ({
  assignmentId,
  learnerId: 'tam',
  state,
  points,
});
const WORKS = [
  { assignmentId: 'plan', points: 20 },
  { assignmentId: 'tides', points: 10 },
  { assignmentId: 'log', points: null },
];

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
    expect(sumOf(cells, WORKS, false)).toEqual({ points: 15, of: 20 });
    expect(sumOf(cells, WORKS, true)).toEqual({ points: 15, of: 30 });
  });
  it('leaves out what is excused, not due, not handed back, and without points', () => {
    const rest = [cell('plan', 'excused'), cell('tides', 'waiting'), cell('log', 'back', 3), cell('plan', 'open')];
    expect(sumOf(rest, WORKS, true)).toEqual({ points: 0, of: 0 });
    expect(shareOf({ points: 0, of: 0 })).toBeNull();
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
