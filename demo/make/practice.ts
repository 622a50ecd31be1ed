import { readLog } from '@oakbell/core/log';
import { DARK, type Sentence } from './script.ts';

/** What the practice voice explains while the practice hand writes it, on an empty board. */
export const PRACTICE: readonly Sentence[] = [
  {
    say: 'This is a practice voice. It stands in for yours. How long do we need to the harbour mouth?',
    acts: [{ write: 'DISTANCE 2.5 NM', at: [160, 130], size: 54 }],
  },
  {
    say: 'On the chart it is two and a half nautical miles. Over the ground we make five knots.',
    acts: [{ write: 'SPEED 5 KN', at: [160, 240], size: 54 }],
  },
  {
    say: 'Time is distance divided by speed.',
    acts: [{ write: 'TIME = 2.5 / 5', at: [160, 370], size: 54 }],
  },
  {
    say: 'That is half an hour, and half an hour is thirty minutes.',
    acts: [{ write: '= 0.5 H = 30 MIN', at: [160, 480], size: 60 }],
  },
  {
    say: 'We underline what we found. Now you could change the pen, turn the page, or say a sentence again.',
    acts: [
      {
        draw: [
          [160, 580],
          [820, 576],
        ],
        pen: DARK,
      },
    ],
    rest: 2,
  },
];

/** The strokes of a log as the practice hand reads them: when each begins, in ms, and x, y, pressure and ms of its points. */
export function handOf(log: string): string {
  const read = readLog(log);
  if (!read.ok) throw new Error(read.reason);
  const strokes = read.events.flatMap((event) =>
    event.kind === 'stroke' ? [{ at: Math.round(event.at / 1000), points: fours(event.points) }] : [],
  );
  return JSON.stringify(strokes);
}

function fours(flat: readonly number[]): readonly (readonly number[])[] {
  return Array.from({ length: flat.length / 4 }, (_, i) => {
    const [x = 0, y = 0, pressure = 0, ms = 0] = flat.slice(4 * i, 4 * i + 4);
    return [x / 10, y / 10, Math.round((pressure / 255) * 100) / 100, ms];
  });
}
