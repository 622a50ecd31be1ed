import { jest } from '@jest/globals';
import { micros } from '@oakbell/core/clock';
import { FIRST_PENS, type TakeEvent } from '@oakbell/core/log';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, render, waitFor } from '@testing-library/react';
import { useMarkInk } from './useMarkInk.ts';

/** A school that keeps the ink of one hand-in as ours does: by revision. */
function fakeSchool() {
  const school = { log: '', revision: 0, down: false };
  const answer = async (request: Request) => {
    if (school.down) throw new TypeError('nobody is there');
    if (request.method === 'GET') return Response.json({ log: school.log, revision: school.revision, times: 1 });
    const body = (await request.clone().json()) as { log: string; revision: number };
    if (body.revision !== school.revision)
      return Response.json({ code: 'written-meanwhile', detail: 'Somebody else has written.' }, { status: 409 });
    Object.assign(school, { log: body.log, revision: school.revision + 1 });
    return Response.json({ revision: school.revision });
  };
  Object.assign(globalThis, { answer });
  return school;
}
const stroke = (id: string): TakeEvent => ({
  ...{ kind: 'stroke', at: micros(0), stroke: id, page: 'p', points: [1, 2, 3, 0] },
  pen: FIRST_PENS[0]!,
});
let works = 0;
let row = { submissionId: '', times: 1 };
let ink: ReturnType<typeof useMarkInk>;
let queries: QueryClient;
function Page() {
  ink = useMarkInk(row);
  return null;
}
const open = async () => {
  const shown = render(
    <QueryClientProvider client={queries}>
      <Page />
    </QueryClientProvider>,
  );
  await waitFor(() => expect(ink.before).not.toBeNull());
  return shown;
};
const write = (...ids: string[]) => act(() => ink.before!.onChange(ids.map(stroke)));

beforeEach(() => {
  row = { submissionId: `work ${(works += 1)}`, times: 1 };
  queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  localStorage.clear();
  sessionStorage.setItem('oakbell.person', 'ilse');
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

it('is saved as it is written, and says whether anything stands there', async () => {
  const school = fakeSchool();
  await open();
  expect(ink.hasInk).toBe(false);
  write('a', 'b');
  expect(ink.hasInk).toBe(true);
  await waitFor(() => expect(school.log.split('\n').filter(Boolean)).toHaveLength(2), { timeout: 3000 });
  expect(Object.keys(localStorage).filter((name) => name.includes('ink'))).toEqual([]);
});

it('is not taken away by an answer that comes while somebody writes', async () => {
  fakeSchool();
  await open();
  write('a');
  await act(() => queries.invalidateQueries());
  expect(ink.before!.events()).toHaveLength(1);
});

it('leaves nothing behind when the place is left at once', async () => {
  const school = fakeSchool();
  const { unmount } = await open();
  write('a');
  unmount();
  await waitFor(() => expect(school.log).toContain('"stroke":"a"'));
});

it('is kept in the browser while the school is away, and there when it is opened again', async () => {
  const school = fakeSchool();
  const first = await open();
  school.down = true;
  write('a');
  first.unmount();
  queries.clear();
  school.down = false;
  await open();
  expect(ink.before!.events()).toHaveLength(1);
  await waitFor(() => expect(school.log).toContain('"stroke":"a"'), { timeout: 10_000 });
}, 20_000);

it('is never written over what somebody else wrote', async () => {
  const school = fakeSchool();
  await open();
  Object.assign(school, { log: '', revision: 7 });
  write('a');
  await waitFor(() => expect(ink.failure).toMatchObject({ code: 'written-meanwhile' }), { timeout: 3000 });
  expect(school.revision).toBe(7);
  // Opened again, it shows what is there.
  expect(Object.keys(localStorage).filter((name) => name.includes('ink'))).toEqual([]);
});
