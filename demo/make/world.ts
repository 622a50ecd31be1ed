/* People, classes, lessons and what has happened so far. All of it is made up. */
import { LARGER_CLASSES, PASSAGE_TEXTS, TERM, visitsOf } from './term.ts';

const TENTH_A = [
  'Tam Oriel',
  'Wren Calloway',
  'Idris Penhale',
  'Maren Voss',
  'Kit Larkspur',
  'Noor Haddow',
  'Bram Tolley',
  'Suvi Aldane',
  'Rafe Quill',
  'Lio Marchetti',
  'Ebba Stroud',
  'Jory Tamsin',
];
const TENTH_B = [
  'Ola Fenwick',
  'Pia Rowntree',
  'Cass Hallam',
  'Dov Merrow',
  'Greta Sands',
  'Hugo Brill',
  'Ines Calder',
  'Juno Pike',
  'Kofi Lunt',
  'Mila Thorne',
  'Otis Wade',
];

export const signInOf = (name: string): string => name.toLowerCase().replace(' ', '.');

const CLASSES: Readonly<Record<string, readonly string[]>> = { '10a': TENTH_A, '10b': TENTH_B, ...LARGER_CLASSES };
const learnersOf = (key: string): readonly string[] => (CLASSES[key] ?? []).map(signInOf);

/** @param frames length of each take in frames of 1/48,000 s */
export function world(frames: Readonly<Record<string, number>>) {
  return {
    school: { name: 'Skerry Quay School', timeZone: 'UTC' },
    password: 'harbour-light',
    people: [
      { signInName: 'ilse.marrow', name: 'Ilse Marrow', role: 'teacher' },
      { signInName: 'jon.vale', name: 'Jon Vale', role: 'teacher' },
      { signInName: 'keeper', name: 'Orrin Bell', role: 'keeper' },
      ...[...TENTH_A, ...TENTH_B, ...Object.values(LARGER_CLASSES).flat()].map((name) => ({
        signInName: signInOf(name),
        name,
        role: 'learner',
      })),
    ],
    classes: [
      {
        key: '10a',
        name: 'Navigation 10a',
        course: 'Coastal navigation',
        teacher: 'ilse.marrow',
        coTeachers: ['jon.vale'],
        learners: TENTH_A.map(signInOf),
      },
      {
        key: '10b',
        name: 'Weather logs 10b',
        course: 'Weather logs',
        teacher: 'ilse.marrow',
        learners: TENTH_B.map(signInOf),
      },
      {
        key: '11a',
        name: 'Navigation 11a',
        course: 'Coastal navigation',
        teacher: 'jon.vale',
        learners: LARGER_CLASSES['11a'].map(signInOf),
      },
      {
        key: '9c',
        name: 'Seamanship 9c',
        course: 'Seamanship',
        teacher: 'jon.vale',
        learners: LARGER_CLASSES['9c'].map(signInOf),
      },
    ],
    courses: [
      { name: 'Coastal navigation', sharedWith: ['jon.vale'], units: ['Tides', 'Bearings', 'Passage planning'] },
      { name: 'Weather logs', units: ['Clouds and wind'] },
      { name: 'Seamanship', by: 'jon.vale', units: ['Buoys and lights', 'Handling a boat'] },
    ],
    lessons: [
      {
        key: 'secondary',
        by: 'jon.vale',
        title: 'Tides where there is no table',
        unit: 'Tides',
        goal: 'Find high and low water at a secondary port',
        tags: ['year 11'],
        kind: 'worked',
        boards: 2,
        take: { name: 'secondary', frames: frames['secondary'] },
      },
      {
        key: 'buoys',
        by: 'jon.vale',
        title: 'What buoys say by day',
        unit: 'Buoys and lights',
        goal: 'Say on which side to pass a buoy, by its shape',
        tags: ['year 9'],
        kind: 'worked',
        boards: 2,
        take: { name: 'buoys', frames: frames['buoys'] },
      },
      {
        key: 'wind',
        title: 'Wind against tide',
        unit: 'Clouds and wind',
        goal: 'Say when the stream makes the sea rough',
        tags: ['year 10'],
        kind: 'worked',
        boards: 2,
        take: { name: 'wind', frames: frames['wind'] },
      },
      {
        key: 'passage',
        title: 'A passage plan, step by step',
        unit: 'Passage planning',
        goal: 'Plan a passage of two legs, and say when to leave',
        tags: ['year 11', 'revision'],
        kind: 'worked',
        boards: 3,
        take: { name: 'passage', frames: frames['passage'] },
      },
      {
        key: 'weather',
        title: 'Clouds before wind: keeping a weather log',
        unit: 'Clouds and wind',
        goal: 'Name a cloud and say what wind follows it',
        kind: 'slides',
        boards: 0,
      },
      {
        key: 'fix',
        title: 'Three bearings, one position',
        unit: 'Bearings',
        goal: 'Find your place from three bearings',
        tags: ['vectors'],
        kind: 'worked',
        boards: 2,
        cues: ['Draw all three lines before you say anything.', 'The little triangle is honest: show how big it is.'],
      },
      {
        key: 'table',
        title: 'Reading a tide table',
        unit: 'Tides',
        goal: 'Find high and low water for any day',
        kind: 'slides',
        boards: 0,
        pdf: 'table.pdf',
        cues: ['Where does the table come from?', 'Let them find high water first.', 'Summer time: add one hour.'],
      },
      {
        key: 'compass',
        title: 'From compass to true',
        unit: 'Bearings',
        goal: 'Turn a compass bearing into a true one',
        tags: ['year 10'],
        kind: 'worked',
        boards: 1,
        take: { name: 'compass', frames: frames['compass'] },
      },
      {
        key: 'steer',
        title: 'Course to steer across a stream',
        unit: 'Bearings',
        goal: 'Choose the course that brings you there across a stream',
        tags: ['year 10', 'vectors'],
        kind: 'worked',
        boards: 1,
        take: { name: 'steer', frames: frames['steer'] },
      },
      {
        key: 'twelfths',
        title: 'The rule of twelfths',
        unit: 'Tides',
        goal: 'Say how deep it is at any hour of the tide',
        tags: ['year 10', 'revision'],
        kind: 'slides',
        boards: 0,
        pdf: 'twelfths.pdf',
        take: { name: 'twelfths', frames: frames['twelfths'] },
        cues: [
          'Ask first, then show the rule.',
          'Point along the bars.',
          'Range, a twelfth, six twelfths, add low water.',
          'Ten o clock is theirs.',
        ],
      },
    ],
    assignments: [
      ...TERM,
      {
        key: 'compass-10a',
        lesson: 'compass',
        class: '10a',
        instructions: 'Watch to the end. We use it on the water on Thursday.',
        dueInHours: -44,
        points: null,
        handIn: false,
      },
      {
        key: 'steer-10a',
        lesson: 'steer',
        class: '10a',
        instructions:
          'Watch the worked solution. Then make a passage plan of two pages, or plot it on paper and photograph your chart, and hand it in.',
        dueInHours: 27,
        points: 20,
        handIn: true,
      },
      {
        key: 'twelfths-10a',
        lesson: 'twelfths',
        class: '10a',
        instructions:
          'Watch, then answer aloud: how deep is it at ten? Write your working on the board while you explain it.',
        dueInHours: 75,
        points: 6,
        handIn: true,
        answerLimitMs: 60_000,
      },
      {
        key: 'twelfths-10b',
        lesson: 'twelfths',
        class: '10b',
        instructions: 'Watch before the visit to the tide gauge.',
        dueInHours: 99,
        points: null,
        handIn: false,
      },
    ],
    /** Shares of a lesson, from and to, as each learner played them, in their order. */
    plays: [
      {
        assignment: 'compass-10a',
        hoursAgo: 70,
        byLearner: [
          [[0, 1]],
          [
            [0, 1],
            [0.55, 0.8],
          ],
          [[0, 1]],
          [[0, 0.62]],
          [
            [0, 1],
            [0.3, 0.8],
          ],
          [[0, 0.97]],
          [
            [0, 0.2],
            [0.5, 1],
          ],
          [[0, 1]],
          [[0, 0.35]],
          [
            [0, 1],
            [0.6, 1],
          ],
          [],
        ],
      },
      {
        assignment: 'steer-10a',
        hoursAgo: 20,
        byLearner: [
          [[0, 0.7]],
          [
            [0, 1],
            [0.4, 0.75],
          ],
          [
            [0, 1],
            [0.4, 0.7],
          ],
          [[0, 0.45]],
          [[0, 1]],
          [],
          [
            [0, 0.3],
            [0.45, 0.7],
          ],
          [],
          [
            [0, 1],
            [0.5, 0.75],
          ],
        ],
      },
      { assignment: 'twelfths-10b', hoursAgo: 8, byLearner: [[[0, 1]], [[0, 0.4]], [], [[0, 0.15]]] },
    ],
    visits: TERM.flatMap((given) => visitsOf(given, learnersOf(given.class))),
    handIns: [
      ...PASSAGE_TEXTS.map(({ learner, hoursAgo, text }) => ({ assignment: 'passage-11a', learner, hoursAgo, text })),
      {
        assignment: 'steer-10a',
        learner: 'wren.calloway',
        hoursAgo: 19,
        file: 'plan-wren.pdf',
        fileName: 'passage plan.pdf',
      },
      { assignment: 'steer-10a', learner: 'idris.penhale', hoursAgo: 16, file: 'chart.jpg', fileName: 'my chart.jpg' },
      { assignment: 'steer-10a', learner: 'tam.oriel', hoursAgo: 5, file: 'plan-tam.pdf', fileName: 'plan Tam.pdf' },
      {
        assignment: 'steer-10a',
        learner: 'kit.larkspur',
        hoursAgo: 3,
        text: 'Track 075. The stream sets 180 at 1.8 knots.\nI drew the triangle and measured 055 for the course to steer.\nOver the ground we make about 4.2 knots, so two and a half miles take 36 minutes.\n\nI was not sure whether to draw the stream first or the boat first.',
      },
    ],
    marks: PASSAGE_TEXTS.flatMap((one) =>
      'points' in one
        ? [{ assignment: 'passage-11a', learner: one.learner, points: one.points, comment: one.comment }]
        : [],
    ),
    feedback: {
      assignment: 'steer-10a',
      learner: 'wren.calloway',
      take: { name: 'feedback', frames: frames['feedback'] },
      points: 17,
      comment: 'A clear plan. Look once more at which way the deviation goes.',
      heardHoursAgo: 2,
    },
  } as const;
}
