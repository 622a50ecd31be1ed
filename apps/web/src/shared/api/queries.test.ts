import { QueryObserver } from '@tanstack/react-query';
import { Queries } from './queries.ts';

/** A query that is on screen; each of its answers is given by hand. */
function asked(queries: Queries) {
  const answers: ((value: string) => void)[] = [];
  const observer = new QueryObserver(queries, {
    queryKey: ['feedback', 'one'],
    queryFn: () => new Promise<string>((resolve) => answers.push(resolve)),
  });
  const close = observer.subscribe(() => undefined);
  return { answers, observer, close };
}
const turn = () => new Promise((resolve) => setImmediate(resolve));

it('what was answered before it changed is asked for again, also when it was the first answer', async () => {
  const queries = new Queries();
  const { answers, observer, close } = asked(queries);
  const outdated = queries.invalidateQueries({ queryKey: ['feedback'] });
  answers[0]!('being made');
  await turn();
  answers[1]!('ready');
  await outdated;
  expect([answers.length, observer.getCurrentResult().data]).toEqual([2, 'ready']);
  close();
});

it('what has been answered is asked for once', async () => {
  const queries = new Queries();
  const { answers, close } = asked(queries);
  answers[0]!('being made');
  await turn();
  const outdated = queries.invalidateQueries({ queryKey: ['feedback'] });
  answers[1]!('ready');
  await outdated;
  expect(answers).toHaveLength(2);
  close();
});
