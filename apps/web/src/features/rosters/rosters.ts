import { queryOptions } from '@tanstack/react-query';
import { call, client, type Api } from '../../shared/api/index.ts';

export type Roster = Api['WholeRosterDto'];
export type State = Roster['state'];

export const rosterOptions = (id: string) =>
  queryOptions({
    queryKey: ['rosters', id],
    queryFn: () => call(client.GET('/api/rosters/{id}', { params: { path: { id } } })),
  });

/** Whether a job works on it: nothing can be chosen now. */
export const isBusy = (state: State): boolean => ['reading', 'applying', 'returning'].includes(state);

export const STATE_WORDS: Readonly<Record<State, string>> = {
  reading: 'being read',
  asking: 'its columns wait for you',
  planned: 'planned, not done',
  applying: 'being done',
  applied: 'done',
  returning: 'being taken back',
  returned: 'taken back',
  failed: 'cannot be read',
};

/** `1 learner`, `3 learners` */
export const several = (count: number, one: string, more = `${one}s`): string =>
  `${count.toLocaleString('en')} ${count === 1 ? one : more}`;
