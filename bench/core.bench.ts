import { test } from '@playwright/test';
import { micros } from '@oakbell/core/clock';
import { TakeIndex, type TakeEvent } from '@oakbell/core/log';
import type { Page } from '@oakbell/core/pages';
import { sceneOfTake } from '@oakbell/core/scene';
import { measured, median } from './measure.ts';

/** A log with a page turn every half minute and 5,000 strokes an hour, one in ten of them erased again. */
function lesson(minutes: number): { index: TakeIndex; pages: readonly Page[] } {
  const strokes = Math.round((5000 * minutes) / 60);
  const turns = minutes * 2;
  const pages = Array.from({ length: turns }, (_, i): Page => ({
    id: `p${i}`,
    kind: 'board',
    backdrop: { kind: 'squared' },
    height: 900,
  }));
  const events: TakeEvent[] = [];
  const lengthUs = minutes * 60e6;
  for (let i = 0; i < strokes; i += 1) {
    const at = Math.round((i * lengthUs) / strokes);
    const page = Math.floor((at / lengthUs) * turns);
    if (events.length === 0 || Math.floor((((i - 1) * lengthUs) / strokes / lengthUs) * turns) !== page)
      events.push({ kind: 'page', at: micros(at), page: `p${page}` });
    const points = Array.from({ length: 40 }, (_, n) => [n * 50, i % 9000, 120, n * 8]).flat();
    events.push({
      kind: 'stroke',
      at: micros(at),
      stroke: `s${i}`,
      page: `p${page}`,
      pen: { colour: '#26221b', width: 5 },
      points,
    });
    if (i % 10 === 9) events.push({ kind: 'erased', at: micros(at + 1000), act: `e${i}`, strokes: [`s${i - 4}`] });
  }
  return { index: new TakeIndex(events), pages };
}

test('a seek costs the same in an hour as in five minutes', () => {
  const SEEKS = 4000;
  const cost = (minutes: number): number => {
    const { index, pages } = lesson(minutes);
    let state = 7;
    const next = () => (state = (state * 48271) % 2147483647) / 2147483647;
    const costs: number[] = [];
    for (let i = 0; i < SEEKS; i += 1) {
      const time = micros(next() * minutes * 60e6);
      const begun = process.hrtime.bigint();
      sceneOfTake(pages, index, time);
      costs.push(Number(process.hrtime.bigint() - begun));
    }
    return median(costs.slice(SEEKS / 4));
  };
  cost(5);
  const [short, long] = [cost(5), cost(60)];
  measured('seek.growth', long / short, '', '≤ 2');
});
