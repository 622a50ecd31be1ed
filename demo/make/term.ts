/* Six weeks of a school term: what was given to the larger classes, and how they watched it. */

const ELEVENTH_A = [
  'Alma Brandreth',
  'Bo Castellan',
  'Celia Dunmore',
  'Dario Eskel',
  'Edda Farrow',
  'Finn Gallow',
  'Gwen Holloway',
  'Hari Ismay',
  'Ilya Jessop',
  'Jana Kestrel',
  'Kai Lowther',
  'Lotte Mardle',
  'Milo Norrey',
  'Nell Osgood',
  'Oren Pascoe',
  'Petra Quayle',
  'Reza Southam',
  'Sina Trelawn',
  'Teo Upshaw',
  'Vera Winslade',
];
const NINTH_C = [
  'Anouk Birtle',
  'Basil Crane',
  'Cleo Dray',
  'Dina Elver',
  'Emil Fosse',
  'Freya Gannon',
  'Gil Harbin',
  'Hana Isling',
  'Ivo Kemble',
  'Joss Lyle',
  'Kira Maddern',
  'Leif Nance',
  'Mona Orchard',
  'Nils Penrose',
  'Ottilie Rowse',
  'Piers Sallow',
  'Rosa Tangye',
  'Sven Ubley',
];

const DAY_H = 24;
/** How learners go about it. Each kind is one that a teacher knows. */
const KINDS = ['keen', 'evening', 'stops', 'skips', 'again', 'evening', 'never', 'again', 'keen', 'late'] as const;

export interface Given {
  readonly key: string;
  readonly lesson: string;
  readonly class: string;
  readonly instructions: string;
  readonly dueInHours: number;
  readonly points: number | null;
  readonly handIn: boolean;
  /** What the class does on the day on which it is due. */
  readonly topic?: string;
}
/** The hard part of each lesson, as shares of it: it is what half a class looks at again. */
const HARD: Readonly<Record<string, readonly [number, number]>> = {
  twelfths: [0.5, 0.68],
  compass: [0.45, 0.66],
  secondary: [0.52, 0.68],
  passage: [0.6, 0.74],
  buoys: [0.66, 0.8],
  wind: [0.7, 0.88],
};

export const TERM: readonly Given[] = [
  {
    key: 'twelfths-11a',
    topic: 'Springs and neaps',
    lesson: 'twelfths',
    class: '11a',
    instructions: 'To begin the term: you know this rule. Watch it once more before Tuesday.',
    dueInHours: -38 * DAY_H,
    points: null,
    handIn: false,
  },
  {
    key: 'compass-11a',
    topic: 'Swinging the compass in the yard',
    lesson: 'compass',
    class: '11a',
    instructions: 'Watch to the end, and try it with your own compass.',
    dueInHours: -31 * DAY_H,
    points: null,
    handIn: false,
  },
  {
    key: 'secondary-11a',
    topic: 'Gannet Cove: tides where there is no table',
    lesson: 'secondary',
    class: '11a',
    instructions: 'Watch, then find high and low water at Gannet Cove for Thursday.',
    dueInHours: -24 * DAY_H,
    points: null,
    handIn: false,
  },
  {
    key: 'buoys-9c',
    lesson: 'buoys',
    class: '9c',
    instructions: 'Watch before we go out in the launch.',
    dueInHours: -16 * DAY_H,
    points: null,
    handIn: false,
  },
  {
    key: 'passage-11a',
    topic: 'Home from Tern Point before dark',
    lesson: 'passage',
    class: '11a',
    instructions:
      'Watch, then write your table for the way home and the latest time at which you would leave Tern Point.',
    dueInHours: -6 * DAY_H,
    points: 10,
    handIn: true,
  },
  {
    key: 'wind-10b',
    lesson: 'wind',
    class: '10b',
    instructions: 'Watch, and add the new column to your log.',
    dueInHours: -3 * DAY_H,
    points: null,
    handIn: false,
  },
];

function seeded(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}
const share = (value: number): number => Math.round(Math.max(0, Math.min(1, value)) * 1000) / 1000;

/** How each learner of a class watched what was given: visits with the shares they played, in their order. */
export function visitsOf({ key, lesson, dueInHours }: Given, learners: readonly string[]) {
  const random = seeded(17 + key.length * 101 + Math.round(-dueInHours));
  const [from, to] = HARD[lesson] ?? [0.5, 0.65];
  return learners.flatMap((learner, i) => {
    const kind = KINDS[(i * 7 + key.length) % KINDS.length];
    const before = (days: number) => Math.round((-dueInHours + days * DAY_H + random() * 5) * 10) / 10;
    const visit = (hoursAgo: number, ...shares: (readonly [number, number])[]) => ({
      assignment: key,
      learner,
      hoursAgo,
      shares: shares.map(([a, b]) => [share(a), share(b)] as const),
    });
    switch (kind) {
      case 'keen':
        return [visit(before(4), [0, 1])];
      case 'evening':
        return [visit(before(0.6), [0, 0.98 + random() * 0.02])];
      case 'stops':
        return [visit(before(2), [0, from + random() * 0.06])];
      case 'skips':
        return [visit(before(1), [0, 0.12], [0.35, 0.9])];
      case 'again':
        return [
          visit(before(3), [0, 1], [from - 0.02, to]),
          ...(random() > 0.4 ? [visit(before(0.5), [from, to + 0.03])] : []),
        ];
      case 'late':
        return [visit(before(-1.5), [0, 0.85 + random() * 0.15])];
      default:
        return [];
    }
  });
}

export const LARGER_CLASSES = { '11a': ELEVENTH_A, '9c': NINTH_C } as const;

/** What came back on the passage plan, and what was marked of it. */
export const PASSAGE_TEXTS = [
  {
    learner: 'alma.brandreth',
    hoursAgo: 7 * DAY_H,
    text: 'Leg 1: 255, 2.4 miles, 29 minutes.\nLeg 2: 290, 1.8 miles, 22 minutes.\nTogether 51 minutes, at 4 knots 63.\nI would leave Tern Point at 16:45 at the latest: we must be over the sill before 18:00, and the slow way takes 63 minutes.',
    points: 10,
    comment: 'Complete, and with the slow time. Very good.',
  },
  {
    learner: 'celia.dunmore',
    hoursAgo: 6.6 * DAY_H,
    text: 'The way home is 255 and then 290. 29 and 22 minutes, 51 together. I leave at 17:00.',
    points: 8,
    comment: 'All right as long as the wind holds. What if it does not?',
  },
  {
    learner: 'hari.ismay',
    hoursAgo: 6.2 * DAY_H,
    text: 'Leg 1 075, leg 2 110. Together 51 minutes. Latest 17:09.',
    points: 5,
    comment: 'These are the tracks of the way out. Turn them round by 180 degrees.',
  },
  {
    learner: 'nell.osgood',
    hoursAgo: 6.1 * DAY_H,
    text: '255 for 2.4 miles, 290 for 1.8 miles. If we leave at 16:50 we are home at 17:41, or in the slow case at 17:53.',
  },
  {
    learner: 'vera.winslade',
    hoursAgo: 5 * DAY_H,
    text: 'I got 255 and 290 and 51 minutes. I am not sure about the latest time because the sill closes at 18:00 and not at low water.',
  },
] as const;
