import {
  compassBearing,
  courseToSteer,
  endOf,
  heightOfTide,
  trueBearing,
  TWELFTHS,
  type Vector,
} from './navigation.ts';
import { DARK, RED, type Act, type Sentence } from './script.ts';

const LOW = 1.2;
const HIGH = 4.8;
const height = (hours: number): number => heightOfTide({ low: LOW, high: HIGH, hours });
const metres = (value: number): string => `${value.toFixed(1)} M`;

/** Rule of twelfths, over slides. */
export const TWELFTHS_LESSON: readonly Sentence[] = [
  { say: 'Good morning. Low water at Skerry Quay is at eight o clock. How deep will it be over the sill at eleven?' },
  { say: 'We need one rule for that: the rule of twelfths.', acts: [{ turnTo: 1 }], rest: 0.8 },
  {
    say: 'In the first hour the tide rises by one twelfth of the range. Then two, three, three, two, and one.',
    acts: [{ point: [330, 560], to: [1270, 560] }],
  },
  {
    say: 'In the middle two hours it rises by half of everything.',
    acts: [
      {
        draw: [
          [640, 285],
          [960, 285],
        ],
        pen: RED,
      },
    ],
  },
  {
    say: `Here is our day. Low water ${LOW} metres, high water ${HIGH} metres.`,
    acts: [
      { turnTo: 2 },
      {
        draw: [
          [215, 395],
          [640, 395],
        ],
        pen: RED,
      },
      {
        draw: [
          [215, 535],
          [640, 535],
        ],
        pen: RED,
      },
    ],
  },
  {
    say: `So the range is ${(HIGH - LOW).toFixed(1)} metres, and one twelfth of it is ${((HIGH - LOW) / 12).toFixed(1)}.`,
    acts: [
      { write: `RANGE = ${metres(HIGH - LOW)}`, at: [860, 330], size: 46 },
      { write: `1/12 = ${metres((HIGH - LOW) / 12)}`, at: [860, 420], size: 46 },
    ],
  },
  {
    say: 'Three hours after low water we have one and two and three: six twelfths.',
    acts: [
      { write: '1 + 2 + 3 = 6', at: [860, 520], size: 46 },
      { write: `6 X 0.3 = ${metres(height(3) - LOW)}`, at: [860, 610], size: 46 },
    ],
  },
  {
    say: `Add the height at low water. At eleven there are ${height(3).toFixed(1)} metres over the sill.`,
    acts: [{ write: `${LOW} + 1.8 = ${metres(height(3))}`, at: [860, 700], size: 50, pen: RED }],
    rest: 1,
  },
  {
    say: 'Now you. Do the same for ten o clock, and write it on the last page of your plan.',
    acts: [{ turnTo: 3 }],
    rest: 0.8,
  },
];

const COMPASS = 247;
const DEVIATION = 3;
const VARIATION = -5;

/** Compass to true, on a board. */
export const COMPASS_LESSON: readonly Sentence[] = [
  {
    say: 'We took a bearing of the church on the hand compass. It said two four seven.',
    acts: [{ write: `COMPASS ${COMPASS}°`, at: [160, 120], size: 54 }],
  },
  {
    say: 'The boat itself pulls the needle. That is deviation, three degrees east.',
    acts: [{ write: `DEVIATION ${DEVIATION}° E`, at: [160, 230], size: 54 }],
  },
  {
    say: 'East goes on, so we add. That gives the magnetic bearing.',
    acts: [
      {
        draw: [
          [150, 310],
          [760, 310],
        ],
      },
      { write: `MAGNETIC ${COMPASS + DEVIATION}°`, at: [160, 340], size: 54 },
    ],
  },
  {
    say: 'The earth pulls it too. Variation here is five degrees west.',
    acts: [{ write: `VARIATION ${-VARIATION}° W`, at: [160, 450], size: 54 }],
  },
  {
    say: 'West comes off. The true bearing is two four five.',
    acts: [
      {
        draw: [
          [150, 530],
          [760, 530],
        ],
      },
      {
        write: `TRUE ${trueBearing(COMPASS, { deviation: DEVIATION, variation: VARIATION })}°`,
        at: [160, 560],
        size: 60,
        pen: RED,
      },
      {
        draw: [
          [150, 650],
          [420, 648],
        ],
        pen: RED,
      },
    ],
    rest: 0.8,
  },
  {
    say: 'On the chart that is a line from the church, back towards us.',
    acts: [
      {
        draw: [
          [1380, 260],
          [900, 484],
        ],
      },
      { write: 'CHURCH', at: [1300, 190], size: 34 },
    ],
  },
  { say: 'Somewhere on that line is our boat. One more bearing, and we know where.', rest: 0.8 },
];

const TRACK = 75;
const BOAT = 5;
const STREAM: Vector = { bearing: 180, length: 1.8 };
const SOLVED = courseToSteer(TRACK, BOAT, STREAM)!;
const SCALE = 130;
const START = [240, 560] as const;
const place = (vector: Vector, from: readonly [number, number] = START): readonly [number, number] => {
  const { east, north } = endOf(vector);
  return [Math.round(from[0] + east * SCALE), Math.round(from[1] - north * SCALE)];
};
const STREAM_END = place(STREAM);
const BOAT_END = place({ bearing: SOLVED.course, length: BOAT }, STREAM_END);
const three = (degrees: number): string => String(Math.round(degrees)).padStart(3, '0');
const spelled = (degrees: number): string => three(degrees).split('').join(' ');
const arrow = (from: readonly [number, number], to: readonly [number, number], pen = DARK): Act[] => {
  const angle = Math.atan2(to[1] - from[1], to[0] - from[0]);
  const barb = (turn: number): readonly [number, number] => [
    to[0] - 30 * Math.cos(angle + turn),
    to[1] - 30 * Math.sin(angle + turn),
  ];
  return [
    { draw: [from, to], pen },
    { draw: [barb(0.4), to, barb(-0.4)], pen },
  ];
};

/** Course to steer across a stream, as a vector triangle. */
export const STEER_LESSON: readonly Sentence[] = [
  {
    say: 'From the buoy we want to go along zero seven five, straight to the harbour mouth.',
    acts: [
      { draw: [START, place({ bearing: TRACK, length: 7 })] },
      { write: `TRACK ${three(TRACK)}°`, at: [1010, 250], size: 40 },
    ],
  },
  {
    say: 'But the stream sets south, at one point eight knots. In one hour it carries us this far.',
    acts: [...arrow(START, STREAM_END, RED), { write: '180° 1.8 KN', at: [270, 680], size: 34, pen: RED }],
  },
  {
    say: 'From the end of the stream we swing our speed, five knots, until it meets the track.',
    acts: [...arrow(STREAM_END, BOAT_END), { write: '5 KN', at: [640, 640], size: 36 }],
  },
  {
    say: `Measure the angle of that line. Our course to steer is ${spelled(SOLVED.course)}.`,
    acts: [{ write: `STEER ${three(SOLVED.course)}°`, at: [960, 640], size: 54, pen: RED }],
    rest: 0.9,
  },
  {
    say: `And along the track, from the buoy to where they meet, we make good ${SOLVED.speed.toFixed(1)} knots.`,
    acts: [{ write: `${SOLVED.speed.toFixed(1)} KN OVER GROUND`, at: [820, 740], size: 42 }],
    rest: 0.8,
  },
  { say: 'Check it with your eye: the stream pushes south, so we point up to the north. That fits.', rest: 0.8 },
];

const STEERED = Math.round(SOLVED.course);
const BY_COMPASS = compassBearing(STEERED, { deviation: DEVIATION, variation: VARIATION });

/** The compass course as a learner who mixed up east and west has it. */
export const MIXED_UP = three(STEERED + DEVIATION + VARIATION);
export const RIGHT = three(BY_COMPASS);
export const STEERED_TRUE = three(STEERED);

/** What is said on one learner's passage plan. Places are those of the lines on the sheet. */
export const FEEDBACK: readonly Sentence[] = [
  {
    say: 'Hello Wren. I like how clear your plan is. Let us look at one number together.',
    acts: [
      { choose: ['plain', 'l3'] },
      {
        draw: [
          [160, 505],
          [900, 509],
        ],
        pen: RED,
      },
    ],
  },
  {
    say: 'Variation west, deviation east: you have found both, that is right.',
    acts: [
      { choose: ['triangle', 'l3'] },
      { choose: ['course', 'l4'] },
      {
        draw: [
          [1110, 880],
          [1140, 915],
          [1210, 830],
        ],
        pen: RED,
      },
    ],
  },
  {
    say: `But from true to compass we go the other way. West goes on, east comes off. So it is ${spelled(BY_COMPASS)}.`,
    acts: [
      { choose: ['compass', 'l1'] },
      {
        draw: [
          [470, 1035],
          [560, 1020],
        ],
        pen: RED,
      },
      { write: `${STEERED_TRUE} + 5 - 3 = ${RIGHT}°`, at: [700, 990], size: 56, pen: RED },
    ],
  },
  {
    say: 'Your second page is very good. Do just that once more and you have it.',
    acts: [{ turnTo: 1 }, { choose: ['time', 'l3'] }],
    rest: 0.7,
  },
];

export const tideRows = (): readonly (readonly [string, string])[] =>
  [0, 1, 2, 3, 4, 5, 6].map(
    (hour) => [`${String(8 + hour).padStart(2, '0')}:00`, `${height(hour).toFixed(1)} m`] as const,
  );
export { TWELFTHS, HIGH, LOW };
