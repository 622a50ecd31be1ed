import { joinCodeOf, joinCodeText, readJoinCode, textSizeFor } from './index.ts';

describe('the code of a class', () => {
  const bytes = (seed: number) => Array.from({ length: 32 }, (_, i) => (seed * 131 + i * 89) % 256);

  it('has eight letters and figures that nobody mistakes, each as likely as the others', () => {
    const counts = new Map<string, number>();
    for (let seed = 0; seed < 256; seed += 1)
      for (const letter of joinCodeOf(bytes(seed))) counts.set(letter, (counts.get(letter) ?? 0) + 1);
    expect([...counts.keys()].sort().join('')).toBe('23456789ABCDEFGHJKMNPQRSTUVWXYZ');
    expect(Math.max(...counts.values()) / Math.min(...counts.values())).toBeLessThan(1.5);
    expect(joinCodeOf([255, 254, 0, 1, 2, 3, 4, 5, 6, 7])).toBe('23456789');
    expect(() => joinCodeOf([0, 1, 2])).toThrow(RangeError);
  });

  it.each([
    ['k7mp-2qrt', 'K7MP2QRT'],
    [' K7MP 2QRT ', 'K7MP2QRT'],
    ['K7MP2QR', null],
    ['K7MP2QR1', null],
    ['K7MP2QRTX', null],
    ['', null],
  ])('typed as %j is %j', (typed, code) => {
    expect(readJoinCode(typed)).toBe(code);
  });

  it('is shown in two halves and read as it is shown', () => {
    expect(readJoinCode(joinCodeText('K7MP2QRT'))).toBe('K7MP2QRT');
  });
});

it('letters are as large as somebody chose, and larger for who needs it until they choose', () => {
  expect([textSizeFor(null, false), textSizeFor(null, true), textSizeFor('usual', true)]).toEqual([
    'usual',
    'large',
    'usual',
  ]);
});
