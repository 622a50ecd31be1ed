import { expect, test } from '@playwright/test';
import { startedBy, type Started } from '../e2e/support/ownSchool.ts';
import { measured, median } from './measure.ts';

const TRIES = 3;

/** Starts it so often, one after another; gives how long each took until it was ready, in s. */
async function starts(count: number, start: () => Promise<Started>): Promise<readonly number[]> {
  const seconds: number[] = [];
  for (let i = 0; i < count; i += 1) {
    const begun = performance.now();
    const school = await start();
    seconds.push((performance.now() - begun) / 1000);
    await school.end();
  }
  return seconds;
}

test('the demo world is there again as fast as an empty school', async () => {
  test.setTimeout(900_000);
  const demo = (...more: readonly string[]) => startedBy('demo', ['--name', 'bench-demo', ...more]);
  const empty = () => startedBy('start', ['--name', 'bench-empty']);
  const [loading] = await starts(1, () => demo('--fresh'));
  await starts(1, empty);
  const [again, bare] = [await starts(TRIES, demo), await starts(TRIES, empty)];
  console.log(`  loaded after ${loading?.toFixed(1)} s, again after ${again.map((s) => s.toFixed(1)).join(', ')} s`);
  console.log(`  an empty school after ${bare.map((s) => s.toFixed(1)).join(', ')} s`);
  expect(again).toHaveLength(TRIES);
  measured('demo.start_s', median(again) / median(bare), 'times', '≤ 1.5');
});
