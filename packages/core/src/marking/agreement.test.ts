import { agreementOf, agreementSentence, kappaWord, type Criteria, type MarkedTwice } from './index.ts';

const LINE: Criteria[number] = {
  id: 'plan',
  name: 'The plan',
  weight: 1,
  levels: ['a', 'b', 'c'].map((id, points) => ({ id, name: id, points, description: '' })),
};
const pair = (
  first: number | null,
  second: number | null,
  levels: readonly [string, string] = ['a', 'a'],
): MarkedTwice => ({
  first: { points: first, choices: [{ criterion: 'plan', level: levels[0] }] },
  second: { points: second, choices: [{ criterion: 'plan', level: levels[1] }] },
});

describe('how far two markers agree', () => {
  it('is counted in points: the same, near, how far apart, and who gives more', () => {
    const agreement = agreementOf([pair(10, 10), pair(12, 14), pair(8, 7), pair(20, 15), pair(3, null)], 20, null);
    expect(agreement).toEqual({ pairs: 4, same: 1, near: 3, apart: 2, more: -1, lines: [] });
    expect(agreementSentence(agreement)).toBe(
      'Of 4 that both have marked, 1 has the same points and 3 are at most a tenth apart. On average they are 2 points apart, and the second gives 1 less.',
    );
  });
  it('is nothing where nobody has points by both', () => {
    expect(agreementSentence(agreementOf([pair(null, 4)], 20, null))).toBe('Nothing has points by both yet.');
  });
  it('has words for one alone, and for the same throughout', () => {
    expect(agreementSentence(agreementOf([pair(4, 4)], 20, null))).toBe(
      'The one that both have marked has the same points.',
    );
    expect(agreementSentence(agreementOf([pair(4, 8), pair(8, 4)], 20, null))).toMatch(
      /and neither gives more than the other\.$/,
    );
  });

  it('is told line by line against chance, a near level counting for more than a far one', () => {
    const lines = (...levels: (readonly [string, string])[]) =>
      agreementOf(
        levels.map((one) => pair(1, 1, one)),
        20,
        [LINE],
      ).lines[0]!;
    expect(lines(['a', 'a'], ['b', 'b'], ['c', 'c'])).toMatchObject({ both: 3, same: 3, kappa: 1 });
    // Observed distance 2; by chance (2·1·1 + …): each has a, b, c once, so 8 ÷ 3.
    expect(lines(['a', 'b'], ['b', 'a'], ['c', 'c']).kappa).toBeCloseTo(1 - 2 / (8 / 3), 10);
    expect(lines(['a', 'c'], ['b', 'b'], ['c', 'a']).kappa).toBeCloseTo(1 - 4 / (8 / 3), 10);
    // One level throughout: chance would give the same.
    expect(lines(['a', 'a'], ['a', 'a']).kappa).toBeNull();
    expect(lines().both).toBe(0);
  });
  it('leaves out lines that one of them left open, and levels that are not there any more', () => {
    const [line] = agreementOf([pair(1, 1, ['a', 'gone']), pair(1, 1, ['b', 'b'])], 20, [LINE]).lines;
    expect(line).toMatchObject({ name: 'The plan', both: 1, same: 1 });
  });
  it('has a word for each step', () => {
    expect([0.9, 0.7, 0.5, 0, null].map(kappaWord)).toEqual([
      'almost always alike',
      'mostly alike',
      'often apart',
      'hardly more alike than by chance',
      'always the same',
    ]);
  });
});
