import { call, client, type Api } from '../../shared/api/index.ts';

/** The queue of one assignment. */
export const deskKey = (assignmentId: string) => ['marking', assignmentId] as const;

/** The rubrics of whoever is here. */
export const RUBRICS_KEY = ['rubrics'] as const;
export const rubricsQuery = { queryKey: RUBRICS_KEY, queryFn: () => call(client.GET('/api/rubrics')) };

export type Desk = Api['MarkingDeskDto'];
export type Row = Api['QueueRowDto'];
export type Rubric = Api['RubricDto'];

/** What work is marked by: how many points there are, and by which rubric. */
export type MarkedBy = Pick<Desk, 'points' | 'rubric' | 'versions'>;
