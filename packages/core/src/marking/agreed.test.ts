import { agreedByAll, NOTHING_AGREED } from './agreed.ts';

const ALL = { name: true, voice: true, hand: true };

it('a no of one counts for all, and who said nothing said no', () => {
  expect(agreedByAll([ALL])).toEqual(ALL);
  expect(agreedByAll([ALL, { name: true, voice: false, hand: true }])).toEqual({
    name: true,
    voice: false,
    hand: true,
  });
  expect(agreedByAll([ALL, undefined])).toEqual(NOTHING_AGREED);
  expect(agreedByAll([])).toEqual(NOTHING_AGREED);
});
