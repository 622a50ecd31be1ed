import { test } from '@playwright/test';
import { checkSound } from '@oakbell/core/audio';
import { measured } from './measure.ts';
import { conditions } from './soundConditions.ts';
import { RATE } from '../e2e/support/sound.ts';

test('the sound check names what is wrong', () => {
  test.setTimeout(300_000);
  const judged = conditions().map((condition) => ({ ...condition, ...checkSound(condition.samples, RATE) }));
  for (const { name, expected, verdict, figures } of judged) {
    if (verdict !== expected) console.log(`${name}: ${verdict}, not ${expected}`, figures);
  }
  const right = judged.filter(({ expected, verdict }) => expected === verdict).length;
  measured('soundcheck.verdicts', right / judged.length, 'share', '≥ 0.95');
});
