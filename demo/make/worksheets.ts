import { micros } from '@oakbell/core/clock';
import type { Thing } from '@oakbell/core/pages';
import { partText, isSheetEvent } from '@oakbell/core/worksheets';
import { strokeAlong, write, type Hand } from './handwriting.ts';
import { HIGH, LOW } from './lessons.ts';
import { DARK, seeded } from './script.ts';

const field = (id: string, x: number, y: number, label: string): Thing => ({
  ...{ id, kind: 'field', x, y, width: 430, height: 84, label },
});
const line = (id: string, y: number, text: string): Thing => ({
  ...{ id, kind: 'text', x: 80, y, width: 1440, height: 60, text, size: 40, colour: '#26221b' },
});

/** The one page of the worksheet on the rule of twelfths, on a squared board. */
export const TIDE_SHEET: readonly Thing[] = [
  line('head', 40, `Skerry Quay: low water ${LOW} m at 06:10, high water ${HIGH} m at 12:10.`),
  line('task', 100, 'Fill in, then draw the tide hour by hour below.'),
  field('range', 80, 220, 'Range in metres'),
  field('twelfth', 580, 220, 'A twelfth of it'),
  field('at-nine', 1080, 220, 'Height at 09:10'),
];

/** What a learner wrote on it: answers in fields, and a tide drawn by hand as far as they came. */
export function writtenSheet(seed: number, answers: Readonly<Record<string, string>>, hours: number): string {
  const random = seeded(seed);
  let serial = 0;
  const hand: Hand = { random, page: '@0', pen: DARK, id: () => `w${seed}-${(serial += 1)}` };
  const typed = Object.entries(answers).map(([id, text], i) => {
    const { x, y } = TIDE_SHEET.find((thing) => thing.id === id) ?? { x: 0, y: 0 };
    const thing = { id: `w${seed}-f${i}`, kind: 'text', x: x + 10, y: y + 10, width: 410, height: 54 } as const;
    return {
      ...({ kind: 'text', at: micros(i * 4e6), text: thing.id, page: '@0' } as const),
      thing: { ...thing, text, size: 38, colour: DARK.colour, field: id },
    };
  });
  let nowMs = 20_000;
  const drawn = Array.from({ length: hours + 1 }, (_, hour) => {
    const share = [0, 1, 3, 6, 9, 11, 12][hour]! / 12;
    const [x, foot] = [140 + hour * 220, 820];
    const bar = strokeAlong(
      hand,
      [
        [x, foot],
        [x, foot - 60 - share * 340],
      ],
      nowMs,
    );
    const label = write(hand, String(6 + hour), [x - 12, foot + 18], 34, bar.endMs + 200);
    nowMs = label.endMs + 400;
    return [...bar.events, ...label.events];
  });
  return partText([...typed, ...drawn.flat().filter(isSheetEvent)]);
}
