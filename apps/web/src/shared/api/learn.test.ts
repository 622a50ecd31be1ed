import { QueryClient } from '@tanstack/react-query';
import { learn } from './learn.ts';

it('what an act brought back is not taken away by an answer that was asked for before it', async () => {
  const queries = new QueryClient();
  let onServer = 'none';
  const answers: (() => void)[] = [];
  const asked = () => {
    const then = onServer;
    return new Promise<string>((resolve) => answers.push(() => resolve(then)));
  };
  queries.setQueryData(['address'], 'none');
  void queries.fetchQuery({ queryKey: ['address'], queryFn: asked });
  onServer = 'made';
  learn(queries, ['address'], onServer);
  expect(queries.getQueryData(['address'])).toBe('made');
  for (const answer of answers.toReversed()) {
    answer();
    await Promise.resolve();
  }
  await new Promise(setImmediate);
  expect(answers).toHaveLength(2);
  expect(queries.getQueryData(['address'])).toBe('made');
});

it('nothing is asked for anew while nothing is on its way', () => {
  const queries = new QueryClient();
  learn(queries, ['address'], 'made');
  expect(queries.isFetching()).toBe(0);
  expect(queries.getQueryState(['address'])?.isInvalidated).toBe(false);
});
