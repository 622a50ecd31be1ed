/* People, classes, lessons and what has happened so far. All of it is made up. */
import type { Said } from './script.ts';
import { TIDE_SHEET } from './worksheets.ts';
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

/** By which passage plans are marked: worth twenty points in all. */
const PLAN_RUBRIC = {
  name: 'A course to steer',
  assignments: ['steer-10a'],
  criteria: [
    ['triangle', 'The triangle', 2, ['not there', 'begun', 'nearly right', 'right'], [0, 1, 2, 3]],
    [
      'course',
      'Course and speed read off',
      1,
      ['not read off', 'one of the two', 'both, a little off', 'both right'],
      [0, 2, 3, 4],
    ],
    [
      'compass',
      'Variation and deviation',
      1,
      ['left out', 'found, the wrong way', 'one the right way', 'right'],
      [0, 1, 2, 4],
    ],
    ['time', 'Time of the leg', 1, ['not worked out', 'by the wrong speed', 'nearly right', 'right'], [0, 1, 2, 3]],
    ['plain', 'Plain enough for the crew', 1, ['hard to follow', 'in part', 'mostly', 'clear'], [0, 1, 2, 3]],
  ],
} as const;
/** Levels are named after what they are worth: `l3` is worth three points. */
const rubricOf = ({ name, assignments, criteria }: typeof PLAN_RUBRIC) => ({
  name,
  assignments,
  criteria: criteria.map(([id, line, weight, names, points]) => ({
    id,
    name: line,
    weight,
    levels: points.map((worth, i) => ({ id: `l${worth}`, name: names[i] ?? '', points: worth, description: '' })),
  })),
});

/**
 * @param frames length of each take in frames of 1/48,000 s
 * @param said what is said in each, and when
 */
export function world(frames: Readonly<Record<string, number>>, said: Readonly<Record<string, readonly Said[]>>) {
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
        take: { name: 'steer', frames: frames['steer'], said: said['steer'] },
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
        topic: 'First bearings on the water',
        lesson: 'compass',
        class: '10a',
        instructions: 'Watch to the end. We use it on the water on Thursday.',
        dueInHours: -44,
        points: null,
        handIn: false,
      },
      {
        key: 'steer-10a',
        topic: 'Wind, stream and the course to steer',
        lesson: 'steer',
        class: '10a',
        instructions:
          'Watch the worked solution. Then make a passage plan of two pages, or plot it on paper and photograph your chart, and hand it in.',
        dueInHours: 27,
        points: 20,
        handIn: true,
        answersSeen: 'class',
        offline: true,
      },
      {
        key: 'twelfths-10a',
        topic: 'At the tide gauge',
        lesson: 'twelfths',
        class: '10a',
        instructions:
          'Watch, then answer aloud: how deep is it at ten? Write your working on the board while you explain it.',
        dueInHours: 75,
        points: 6,
        handIn: true,
        answerLimitMs: 60_000,
        files: [{ file: 'table.pdf', name: 'Tide table of Skerry Quay.pdf' }],
        worksheet: { backdrop: { kind: 'squared' }, things: TIDE_SHEET },
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
      {
        key: 'wind-makers-10b',
        lesson: 'wind',
        class: '10b',
        instructions:
          'Explain to a crew that has never met it why wind against tide is rough. Make it alone or with a classmate; use your own log.',
        dueInHours: 123,
        points: 8,
        handIn: true,
        answerLimitMs: 180_000,
        makers: 2,
        answersSeen: 'class',
      },
      {
        key: 'night-11a',
        topic: 'Getting ready for the night sail',
        lesson: 'buoys',
        then: ['passage'],
        class: '11a',
        only: ['alma.brandreth', 'bo.castellan', 'celia.dunmore', 'dario.eskel'],
        instructions: 'For the night sail. Watch both, then write down what you would look out for off Tern Point.',
        watchFirst: true,
        dueInHours: 51,
        points: 5,
        handIn: true,
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
    sheets: [
      { assignment: 'twelfths-10a', learner: 'wren.calloway', hoursAgo: 4, file: 'sheet-wren.ndjson' },
      { assignment: 'twelfths-10a', learner: 'idris.penhale', hoursAgo: 1, file: 'sheet-idris.ndjson' },
    ],
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
      {
        assignment: 'steer-10a',
        learner: 'tam.oriel',
        hoursAgo: 5,
        shown: 'named',
        file: 'plan-tam.pdf',
        fileName: 'plan Tam.pdf',
      },
      {
        assignment: 'steer-10a',
        learner: 'kit.larkspur',
        hoursAgo: 3,
        shown: 'unnamed',
        text: 'Track 075. The stream sets 180 at 1.8 knots.\nI drew the triangle and measured 055 for the course to steer.\nOver the ground we make about 4.2 knots, so two and a half miles take 36 minutes.\n\nI was not sure whether to draw the stream first or the boat first.',
      },
    ],
    questions: [
      {
        assignment: 'steer-10a',
        learner: 'maren.voss',
        at: 0.47,
        text: 'Why does the arrow of the stream start where the boat is, and not at the harbour?',
        answer:
          'Because the stream carries the boat from the moment it leaves. Draw what the water does first, then what you do.',
      },
      {
        assignment: 'steer-10a',
        learner: 'suvi.aldane',
        at: 0.62,
        text: 'Is the circle drawn with the speed through the water, or over the ground?',
      },
    ],
    signs: [
      { assignment: 'steer-10a', learner: 'tam.oriel', at: 0.51, kind: 'again' },
      { assignment: 'steer-10a', learner: 'maren.voss', at: 0.54, kind: 'again' },
      { assignment: 'steer-10a', learner: 'suvi.aldane', at: 0.49, kind: 'again' },
      { assignment: 'steer-10a', learner: 'kit.larkspur', at: 0.72, kind: 'fast' },
      { assignment: 'steer-10a', learner: 'wren.calloway', at: 0.86, kind: 'clear' },
      { assignment: 'steer-10a', learner: 'rafe.quill', at: 0.88, kind: 'clear' },
    ],
    rubrics: [rubricOf(PLAN_RUBRIC)],
    marks: PASSAGE_TEXTS.flatMap((one) =>
      'points' in one
        ? [{ assignment: 'passage-11a', learner: one.learner, points: one.points, comment: one.comment }]
        : [],
    ),
    feedback: {
      assignment: 'steer-10a',
      learner: 'wren.calloway',
      take: { name: 'feedback', frames: frames['feedback'], said: said['feedback'] },
      points: 17,
      choices: [
        { criterion: 'triangle', level: 'l3' },
        { criterion: 'course', level: 'l4' },
        { criterion: 'compass', level: 'l1' },
        { criterion: 'time', level: 'l3' },
        { criterion: 'plain', level: 'l3' },
      ],
      comment: 'A clear plan. Look once more at which way the deviation goes.',
      heardHoursAgo: 2,
    },
  } as const;
}
