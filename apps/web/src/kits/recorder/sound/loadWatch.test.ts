import { LoadWatch } from './loadWatch.ts';

/** Reports of so many seconds, 25 a second, each of them this late. */
function hears(watch: LoadWatch, from: number, seconds: number, late: (ms: number) => number) {
  let level = 0;
  for (let ms = from; ms < from + seconds * 1000; ms += 40) level = watch.heard(late(ms), ms);
  return level;
}

it('gives nothing up on a machine that keeps up, or stumbles once', () => {
  const watch = new LoadWatch();
  expect(hears(watch, 0, 60, () => 12)).toBe(0);
  expect(hears(watch, 60_000, 60, (ms) => (ms < 60_200 ? 400 : 12))).toBe(0);
});

it('gives one thing up after another while sound stays late, and each back after a calm while', () => {
  const watch = new LoadWatch();
  expect(hears(watch, 0, 0.5, () => 300)).toBe(1);
  expect(hears(watch, 500, 1, () => 300)).toBe(2);
  expect(hears(watch, 1500, 60, () => 300)).toBe(3);
  expect(hears(watch, 61_500, 19, () => 12)).toBe(3);
  expect(hears(watch, 80_500, 3, () => 12)).toBe(2);
  expect(hears(watch, 83_500, 60, () => 12)).toBe(0);
});

it('a loss counts at once', () => {
  const watch = new LoadWatch();
  hears(watch, 0, 1, () => 12);
  expect(watch.lost(1000)).toBe(1);
  expect(watch.lost(1100)).toBe(1);
  expect(watch.lost(2100)).toBe(2);
});
