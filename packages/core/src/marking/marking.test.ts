import { micros, ZERO } from '../clock/index.ts';
import { applyEdit, programmeOf, type EditList } from '../edits/index.ts';
import type { RubricChosen, TakeEvent } from '../log/index.ts';
import {
  carriedOver,
  gradeOf,
  inOrder,
  isOwnGrade,
  leftSentence,
  lineAt,
  nextWaiting,
  offered,
  paceOf,
  passes,
  pointsAfter,
  rubricFault,
  sameChoices,
  silenceOut,
  spokenOf,
  standingInk,
  totalOf,
  totalSentence,
  withChoice,
  withSentence,
  type Criteria,
  type Queued,
} from './index.ts';

const level = (id: string, points: number) => ({ id, name: id, points, description: '' });
const RUBRIC: Criteria = [
  { id: 'plan', name: 'Plan', weight: 2, levels: [level('no', 0), level('half', 1.5), level('whole', 3)] },
  { id: 'ink', name: 'Drawing', weight: 0.1, levels: [level('no', 0), level('yes', 0.2)] },
];

describe('a rubric', () => {
  it('is a rubric as it is', () => expect(rubricFault(RUBRIC)).toBeNull());
  it.each([
    ['no-criteria', []],
    ['no-levels', [{ ...RUBRIC[0]!, levels: [level('only', 1)] }]],
    ['same-id', [RUBRIC[0]!, { ...RUBRIC[1]!, id: 'plan' }]],
    ['same-id', [{ ...RUBRIC[0]!, levels: [level('a', 1), level('a', 2)] }]],
    ['no-points', [{ ...RUBRIC[0]!, levels: [level('a', 0), level('b', 0)] }]],
    ['too-fine', [{ ...RUBRIC[0]!, weight: 1.005 }]],
  ] as const)('is none: %s', (fault, criteria) => expect(rubricFault(criteria)).toBe(fault));
});

describe('a total', () => {
  it('is the sum of points times weights, without the faults of binary fractions', () => {
    const total = totalOf(RUBRIC, [
      { criterion: 'plan', level: 'half' },
      { criterion: 'ink', level: 'yes' },
    ]);
    expect(total).toEqual({ points: 3.02, most: 6.02, filled: 2, lines: 2 });
  });
  it('counts nothing for what is no line or level of it', () => {
    const strange = [
      { criterion: 'plan', level: 'gone' },
      { criterion: 'gone', level: 'yes' },
    ];
    expect(totalOf(RUBRIC, strange)).toMatchObject({ points: 0, filled: 0 });
  });
  it('makes points in proportion, rounded to halves, or the same where it is worth as many', () => {
    expect(gradeOf({ points: 13, most: 16, filled: 1, lines: 1 }, 20)).toBe(16.5);
    expect(gradeOf({ points: 3.02, most: 6.02, filled: 1, lines: 1 }, 6.02)).toBe(3.02);
    expect(gradeOf({ points: 0, most: 16, filled: 1, lines: 1 }, 20)).toBe(0);
    expect(gradeOf({ points: 16, most: 16, filled: 1, lines: 1 }, 20)).toBe(20);
  });
  it('is never worth more than there is, whatever was chosen', () => {
    for (let points = 0; points <= 16; points += 0.25)
      for (const outOf of [1, 7, 20, 100]) {
        const grade = gradeOf({ points, most: 16, filled: 1, lines: 1 }, outOf);
        expect(grade).toBeGreaterThanOrEqual(0);
        expect(grade).toBeLessThanOrEqual(outOf);
      }
  });
  it('tells a grade that is another one', () => {
    const total = { points: 13, most: 16, filled: 5, lines: 5 };
    expect(isOwnGrade(16.5, total, 20)).toBe(false);
    expect(isOwnGrade(17, total, 20)).toBe(true);
    expect(isOwnGrade(null, total, 20)).toBe(false);
    expect(isOwnGrade(17, { ...total, filled: 0 }, 20)).toBe(false);
    expect(isOwnGrade(17, null, 20)).toBe(false);
  });
  it('takes points along for as long as they are what it came to', () => {
    const at = (points: number, filled = 5) => ({ points, most: 16, filled, lines: 5 });
    expect(pointsAfter(null, at(0, 0), at(13), 20)).toBe(16.5);
    expect(pointsAfter(16.5, at(13), at(16), 20)).toBe(20);
    expect(pointsAfter(17, at(13), at(16), 20)).toBe(17);
    expect(pointsAfter(5, at(0, 0), at(16), 20)).toBe(5);
    expect(pointsAfter(16.5, at(13), at(0, 0), 20)).toBeNull();
  });
  it('is told in a sentence, with what is still open', () => {
    expect(totalSentence({ points: 13, most: 16, filled: 5, lines: 5 }, 20)).toBe(
      '13 of 16 in the rubric make 16.5 of 20 points, rounded to halves.',
    );
    expect(totalSentence({ points: 13.5, most: 16, filled: 4, lines: 5 }, 16)).toBe(
      '13.5 of 16 points by the rubric. One line is still open.',
    );
    expect(totalSentence({ points: 1, most: 16, filled: 2, lines: 5 }, null)).toBe(
      '1 of 16 in the rubric. 3 lines are still open.',
    );
  });
});

describe('choices', () => {
  const chosen = [{ criterion: 'plan', level: 'half' }];
  it('have one for each line at most, in the order of the rubric', () => {
    expect(withChoice(RUBRIC, [{ criterion: 'ink', level: 'yes' }], 'plan', 'half')).toEqual([
      { criterion: 'plan', level: 'half' },
      { criterion: 'ink', level: 'yes' },
    ]);
    expect(withChoice(RUBRIC, chosen, 'plan', 'whole')).toEqual([{ criterion: 'plan', level: 'whole' }]);
    expect(withChoice(RUBRIC, chosen, 'plan', null)).toEqual([]);
  });
  it('are carried to another version as far as line and level are there', () => {
    const changed = [{ ...RUBRIC[0]!, levels: [level('half', 2), level('whole', 4)] }];
    expect(carriedOver([...chosen, { criterion: 'ink', level: 'yes' }], changed)).toEqual(chosen);
    expect(carriedOver([{ criterion: 'plan', level: 'no' }], changed)).toEqual([]);
  });
  it('are the same in whatever order', () => {
    const two = [...chosen, { criterion: 'ink', level: 'yes' }];
    expect(sameChoices(two, [...two].reverse())).toBe(true);
    expect(sameChoices(two, chosen)).toBe(false);
    expect(sameChoices(chosen, [{ criterion: 'plan', level: 'whole' }])).toBe(false);
  });
});

describe('what was spoken of', () => {
  const at = (ms: number, criterion: string, chosen: string | null = 'x'): RubricChosen => ({
    kind: 'rubric',
    at: micros(ms * 1000),
    criterion,
    level: chosen,
  });
  it('is each line where it was given its level last, in rising time', () => {
    const moments = spokenOf([at(900, 'ink'), at(100, 'plan'), at(2000, 'plan'), at(300, 'plan')]);
    expect(moments.map(({ criterion, at: when }) => [criterion, when])).toEqual([
      ['ink', 900_000],
      ['plan', 2_000_000],
    ]);
  });
  it('leaves out a line whose choice was taken back', () => {
    expect(spokenOf([at(100, 'plan'), at(200, 'plan', null)])).toEqual([]);
  });
  it('tells which line a moment is about', () => {
    const moments = spokenOf([at(100, 'plan'), at(900, 'ink')]);
    expect([0, 100, 899, 900, 5000].map((ms) => lineAt(moments, micros(ms * 1000)))).toEqual([
      null,
      'plan',
      'plan',
      'ink',
      'ink',
    ]);
  });
});

describe('a queue', () => {
  const row = (submissionId: string, learnerName: string, minute: number, more: Partial<Queued> = {}): Queued => ({
    submissionId,
    learnerName,
    handedInAt: `2026-03-01T08:${String(minute).padStart(2, '0')}:00.000Z`,
    state: 'handed-in',
    ready: false,
    late: false,
    heardAt: null,
    answered: false,
    ...more,
  });
  const queue = [row('c', 'Ada', 30), row('a', 'Cleo', 10), row('b', 'Bo', 20)];
  const ids = (rows: readonly Queued[]) => rows.map((one) => one.submissionId).join('');
  it('is in order of names, of time, or by lot', () => {
    expect(ids(inOrder(queue, 'name'))).toBe('cba');
    expect(ids(inOrder(queue, 'time'))).toBe('abc');
    expect(ids(inOrder([...queue].reverse(), 'unseen'))).toBe('abc');
  });
  it('goes on with the next one that waits, and then from the front', () => {
    const ordered = inOrder(queue, 'name');
    expect(nextWaiting(ordered, 'c')?.submissionId).toBe('b');
    expect(nextWaiting(ordered, 'a')?.submissionId).toBe('c');
    expect(nextWaiting([row('a', 'A', 1)], 'a')).toBeNull();
    expect(nextWaiting([], 'x')).toBeNull();
    const done = [row('a', 'A', 1), row('b', 'B', 2, { ready: true }), row('c', 'C', 3, { state: 'handed-back' })];
    expect(nextWaiting(done, 'a')).toBeNull();
  });
  it('is looked at in part', () => {
    const all = [
      row('a', 'A', 1),
      row('b', 'B', 2, { ready: true, late: true }),
      row('c', 'C', 3, { state: 'handed-back', ready: true, heardAt: 'x', answered: true }),
    ];
    const of = (filter: Parameters<typeof passes>[1]) => ids(all.filter((one) => passes(one, filter)));
    expect([of('all'), of('waiting'), of('ready'), of('late'), of('heard'), of('answered')]).toEqual([
      'abc',
      'a',
      'b',
      'b',
      'c',
      'c',
    ]);
  });
});

describe('the pace', () => {
  const minutes = (...at: number[]) => at.map((one) => one * 60_000);
  it('is the median of the times between, without those of being away', () => {
    expect(paceOf(minutes(0, 2, 4, 60, 64))).toBe(2 * 60_000);
    expect(paceOf(minutes(0, 2, 6))).toBe(3 * 60_000);
  });
  it('is not known of one, nor of what went backwards', () => {
    expect(paceOf(minutes(0, 2))).toBeNull();
    expect(paceOf(minutes(5, 2, 1))).toBeNull();
  });
  it('is told with how many are left', () => {
    expect(leftSentence(0, minutes(0, 2, 4))).toBe('All are marked.');
    expect(leftSentence(1, [])).toBe('One is left.');
    expect(leftSentence(12, minutes(0, 2, 4))).toBe('12 are left, about 24 minutes at this pace.');
    expect(leftSentence(45, minutes(0, 2, 4))).toBe('45 are left, about 1 h 30 min at this pace.');
  });
});

describe('ink that is there before anything is said', () => {
  const stroke = (id: string, kind?: 'fading'): TakeEvent => ({
    ...{ kind: 'stroke', at: ZERO, stroke: id, page: 'p', points: [1, 2, 3, 0, 5, 6, 7, 9] },
    pen: { colour: '#aa0000', width: 3, ...(kind ? { kind } : {}) },
  });
  const rubbed: TakeEvent = { kind: 'erased', at: ZERO, act: 'x', strokes: ['a'] };
  it('is what stands: nothing that was rubbed out, or goes by itself', () => {
    const events = [stroke('a'), stroke('b'), rubbed, stroke('c', 'fading')];
    expect(standingInk(events).map((event) => 'stroke' in event && event.stroke)).toEqual(['b']);
    expect(standingInk([...events, { kind: 'undone', at: ZERO, act: 'x' }])).toHaveLength(2);
  });
  it('says the same when it is read again', () => {
    const once = standingInk([stroke('a'), { kind: 'more', at: ZERO, stroke: 'a', points: [8, 9, 9, 0] }]);
    expect(standingInk(once)).toEqual(once);
    expect(once[0]).toMatchObject({ points: [1, 2, 3, 0, 5, 6, 7, 9, 8, 9, 9, 0], paused: true });
  });
});

describe('a comment bank', () => {
  const lines = ['Draw the stream first.', 'Which way does the stream set?', 'A clear plan.'].map((text) => ({ text }));
  const texts = (comment: string) => offered(lines, comment).map(({ text }) => text);
  it('offers what has a word that begins with two letters or more', () => {
    expect(texts('s')).toEqual([]);
    expect(texts('st')).toEqual(['Draw the stream first.', 'Which way does the stream set?']);
    expect(texts('Dr')).toEqual(['Draw the stream first.']);
    expect(texts('CL')).toEqual(['A clear plan.']);
    expect(texts('zz')).toEqual([]);
  });
  it('looks at the sentence that is being typed, and offers nothing twice', () => {
    expect(texts('A clear plan. st')).toEqual(['Draw the stream first.', 'Which way does the stream set?']);
    expect(texts('Draw the stream first. st')).toEqual(['Which way does the stream set?']);
    expect(texts('Is it so? dr')).toEqual(['Draw the stream first.']);
    expect(texts('One line\ndr')).toEqual(['Draw the stream first.']);
  });
  it('puts the sentence in the place of what was being typed', () => {
    expect(withSentence('A clear plan. dr', 'Draw the stream first.')).toBe('A clear plan. Draw the stream first.');
    expect(withSentence('dr', 'Draw the stream first.')).toBe('Draw the stream first.');
    expect(withSentence('One line\ndr', 'Two.')).toBe('One line\nTwo.');
  });
});

describe('silence', () => {
  const ms = (value: number) => micros(value * 1000);
  const range = (start: number, end: number) => ({ start: ms(start), end: ms(end) });
  const edits: EditList = {
    version: 2,
    segments: [{ id: 'a', takeId: 'take', ...range(0, 20_000) }],
  };
  const out = (quiet: readonly [number, number][], silentWriting: readonly [number, number][] = []) => {
    const known = {
      quiet: quiet.map(([a, b]) => range(a, b)),
      silentWriting: silentWriting.map(([a, b]) => range(a, b)),
    };
    let n = 0;
    const edit = silenceOut(
      edits,
      () => known,
      () => `n${(n += 1)}`,
    );
    const done = edit && applyEdit(edits, edit);
    return done?.ok ? programmeOf(done.edits).length / 1000 : 20_000;
  };
  it('is left out where it is long, but for a breath', () => {
    expect(out([[2000, 8000]])).toBe(20_000 - 6000 + 600);
    expect(
      out([
        [2000, 8000],
        [10_000, 13_000],
      ]),
    ).toBe(20_000 - 6000 - 3000 + 1200);
  });
  it('stays where it is short, or where something is written', () => {
    expect(out([[2000, 4000]])).toBe(20_000);
    expect(out([[2000, 8000]], [[3000, 5000]])).toBe(20_000);
    expect(
      silenceOut(
        edits,
        () => undefined,
        () => 'n',
      ),
    ).toBeNull();
  });
});
