import { toSeconds, ZERO, type Micros, type TimeRange } from '../clock/index.ts';
import { coveredLength, union, type RangeSet } from '../intervals/index.ts';

/*
 * What was watched as statements of the Experience API (xAPI 1.0.3), by its video profile 1.0: docs/formats/statements.md.
 */
const VIDEO = 'https://w3id.org/xapi/video';
const VERBS = {
  initialized: 'http://adlnet.gov/expapi/verbs/initialized',
  paused: `${VIDEO}/verbs/paused`,
  completed: 'http://adlnet.gov/expapi/verbs/completed',
} as const;
export type Verb = keyof typeof VERBS;

/** One visit to a lesson: what of it was played, in the order in which it was. */
export interface Viewing {
  readonly visitId: string;
  readonly learnerId: string;
  /** Told only to those who know who the learner is. */
  readonly learnerName?: string;
  readonly lessonId: string;
  readonly title: string;
  /** Of its programme. */
  readonly length: Micros;
  /** ISO 8601 */
  readonly startedAt: string;
  readonly lastAt: string;
  /** In programme time; start in, end out. */
  readonly plays: RangeSet;
  /** How many reports of it were counted. */
  readonly reports: number;
  /** Whether the learner has now watched as much as counts as watched, and had not before it. */
  readonly isCompleted: boolean;
}
export interface Statement {
  readonly id: string;
  readonly actor: object;
  readonly verb: { readonly id: string; readonly display: Readonly<Record<string, string>> };
  readonly object: { readonly id: string };
  readonly result?: object;
  readonly context: object;
  readonly timestamp: string;
}
interface Ways {
  /** Where people open Oak Bell: names of learners and lessons begin with it. */
  readonly home: string;
  /** From how much of a lesson on it counts as watched, 0…1. */
  readonly threshold: number;
  /** A UUID that is the same for the same words. */
  readonly idOf: (words: string) => string;
}

/**
 * The statements of a visit as it stands: that it began, what was played until now, and that the lesson was watched. The
 * same visit as it stands gives the same statements under the same names, however often it is told.
 */
export function statementsOf(viewing: Viewing, { home, threshold, idOf }: Ways): readonly Statement[] {
  const { visitId, learnerId, learnerName, lessonId, title, length, plays, reports } = viewing;
  const said = (verb: Verb, words: string, timestamp: string, result?: object): Statement => ({
    id: idOf(`${verb} ${words}`),
    actor: {
      objectType: 'Agent',
      ...(learnerName === undefined ? {} : { name: learnerName }),
      account: { homePage: home, name: learnerId },
    },
    verb: { id: VERBS[verb], display: { en: verb } },
    object: {
      id: `${home}/watch/${lessonId}`,
      ...{ objectType: 'Activity', definition: { type: `${VIDEO}/activity-type/video`, name: { und: title } } },
    },
    ...(result ? { result } : {}),
    context: {
      contextActivities: { category: [{ id: VIDEO, objectType: 'Activity' }] },
      extensions: {
        [extension('session-id')]: visitId,
        [extension('length')]: rounded(toSeconds(length)),
        [extension('completion-threshold')]: threshold,
      },
    },
    timestamp,
  });
  const met = {
    [extension('time')]: rounded(toSeconds(plays.at(-1)?.end ?? ZERO)),
    [extension('progress')]: length === 0 ? 0 : rounded(coveredLength(union(plays)) / length),
    [extension('played-segments')]: segmentsOf(plays),
  };
  return [
    said('initialized', visitId, viewing.startedAt),
    ...(plays.length > 0 ? [said('paused', `${visitId} ${reports}`, viewing.lastAt, { extensions: met })] : []),
    ...(viewing.isCompleted
      ? [said('completed', `${learnerId} ${lessonId}`, viewing.lastAt, { completion: true, extensions: met })]
      : []),
  ];
}

const extension = (name: string): string => `${VIDEO}/extensions/${name}`;
const rounded = (value: number): number => Math.round(value * 1000) / 1000;

/** `0[.]12.5[,]14[.]20`, in seconds; what goes on from where the last one ended is one with it. */
function segmentsOf(plays: RangeSet): string {
  const joined: TimeRange[] = [];
  for (const play of plays) {
    const last = joined.at(-1);
    if (last?.end === play.start) joined[joined.length - 1] = { start: last.start, end: play.end };
    else joined.push(play);
  }
  return joined.map(({ start, end }) => `${rounded(toSeconds(start))}[.]${rounded(toSeconds(end))}`).join('[,]');
}
