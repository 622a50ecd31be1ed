import { jest } from '@jest/globals';
import { act, cleanup, render, waitFor } from '@testing-library/react';
import type { Api } from '../../shared/api/index.ts';
import { pointsIn, useMarks, type Marks } from './useMarks.ts';

type Given = Api['GivenMarksDto'];
/** A server that keeps one hand-in's marks as ours does: by revision, and each key once. */
function fakeServer() {
  const server = {
    revision: 0,
    marks: null as Given | null,
    by: 'me',
    told: [] as Given[],
    down: false,
    losesAnswer: false,
    done: new Map<string, number>(),
  };
  const answer = async (request: Request) => {
    if (server.down) throw new TypeError('nobody is there');
    const body = (await request.clone().json()) as Given;
    const key = request.headers.get('Idempotency-Key') ?? '';
    server.told.push(body);
    if (!server.done.has(key)) {
      if (body.revision !== server.revision)
        return Response.json(
          {
            code: 'marked-meanwhile',
            detail: 'Co has marked this too.',
            by: 'Co',
            ...server.marks,
            revision: server.revision,
          },
          { status: 409 },
        );
      Object.assign(server, { revision: server.revision + 1, marks: body });
      server.done.set(key, server.revision);
    }
    if (server.losesAnswer) {
      server.losesAnswer = false;
      throw new TypeError('the line broke');
    }
    return Response.json({ revision: server.done.get(key) });
  };
  Object.assign(globalThis, { answer });
  return server;
}
let works = 0;
const rowOf = () =>
  ({ submissionId: `work ${(works += 1)}`, times: 1, revision: 0, points: null, comment: '' }) as Api['QueueRowDto'];
let ROW: Api['QueueRowDto'];
let marks: Marks;
function Sheet() {
  marks = useMarks(ROW, 20, () => undefined);
  return null;
}
const type = (points: string, comment: string) => act(() => marks.write({ points, comment }));

beforeEach(() => {
  ROW = rowOf();
  localStorage.clear();
  sessionStorage.setItem('oakbell.person', 'ilse');
});
afterEach(cleanup);

it('saves what is typed by itself, as a number', async () => {
  const server = fakeServer();
  render(<Sheet />);
  type('16,5', 'Clear.');
  await waitFor(() => expect(server.marks).toMatchObject({ points: 16.5, comment: 'Clear.', times: 1, revision: 0 }));
  await waitFor(() => expect(Object.keys(localStorage).filter((name) => name.includes('marks'))).toEqual([]));
});

it('leaves nothing behind that was typed when the place is left at once', async () => {
  const server = fakeServer();
  const { unmount } = render(<Sheet />);
  type('4', 'Left at once');
  unmount();
  await waitFor(() => expect(server.marks).toMatchObject({ points: 4, comment: 'Left at once' }));
});

it('keeps what is typed in the browser while the server is away, and saves it later', async () => {
  jest.useFakeTimers();
  const server = fakeServer();
  server.down = true;
  const first = render(<Sheet />);
  type('7', 'While away');
  await act(() => jest.advanceTimersByTimeAsync(1000));
  expect(marks.state).toBe('away');
  first.unmount();
  render(<Sheet />);
  expect(marks.draft).toMatchObject({ points: '7', comment: 'While away' });
  server.down = false;
  type('7', 'While away, and back');
  await act(() => jest.advanceTimersByTimeAsync(6000));
  expect(server.marks).toMatchObject({ points: 7, comment: 'While away, and back' });
  jest.useRealTimers();
});

it('does not take its own marks for another teacher’s when an answer was lost', async () => {
  jest.useFakeTimers();
  const server = fakeServer();
  server.losesAnswer = true;
  render(<Sheet />);
  type('3', 'One');
  await act(() => jest.advanceTimersByTimeAsync(1000));
  type('3', 'One and two');
  await act(() => jest.advanceTimersByTimeAsync(6000));
  expect(marks.others).toBeNull();
  expect(server.marks).toMatchObject({ comment: 'One and two' });
  expect(server.revision).toBe(2);
  jest.useRealTimers();
});

it('shows what another teacher gave, and writes over it only when told to', async () => {
  const server = fakeServer();
  render(<Sheet />);
  Object.assign(server, { revision: 1, marks: { points: 2, comment: 'Hm', times: 1, revision: 0 } });
  type('9', 'Mine');
  await waitFor(() => expect(marks.others).toMatchObject({ by: 'Co', points: 2, comment: 'Hm' }));
  expect(server.marks).toMatchObject({ comment: 'Hm' });
  expect(marks.draft.comment).toBe('Mine');
  act(() => marks.settle('mine'));
  await waitFor(() => expect(server.marks).toMatchObject({ points: 9, comment: 'Mine' }));
});

it('does not write a draft that was kept over what another teacher gave since', async () => {
  const server = fakeServer();
  server.down = true;
  const { unmount } = render(<Sheet />);
  type('7', 'Kept here');
  unmount();
  await new Promise((resolve) => setTimeout(resolve));
  Object.assign(server, { down: false, revision: 1, marks: { points: 2, comment: 'Hm', times: 1, revision: 0 } });
  ROW = { ...ROW, revision: 1, points: 2, comment: 'Hm' };
  render(<Sheet />);
  await waitFor(() => expect(marks.others).toMatchObject({ by: 'Co', comment: 'Hm' }));
  expect(server.marks).toMatchObject({ comment: 'Hm' });
  expect(marks.draft.comment).toBe('Kept here');
});

it('takes what another teacher gave when that is chosen', async () => {
  const server = fakeServer();
  render(<Sheet />);
  Object.assign(server, { revision: 1, marks: { points: 2, comment: 'Hm', times: 1, revision: 0 } });
  type('9', 'Mine');
  await waitFor(() => expect(marks.others).not.toBeNull());
  act(() => marks.settle('theirs'));
  expect(marks.draft).toMatchObject({ points: '2', comment: 'Hm' });
  expect(server.revision).toBe(1);
});

it('sends no points that are none', async () => {
  const server = fakeServer();
  render(<Sheet />);
  type('1e1', 'Words');
  await expect(act(() => marks.handBack({ settled: async () => undefined }))).rejects.toThrow('from 0 to 20');
  expect(server.told).toEqual([]);
});

it.each([
  ['', null],
  [' 4 ', 4],
  ['4.5', 4.5],
  ['4,25', 4.25],
  ['20', 20],
  ['21', 'wrong'],
  ['1e1', 'wrong'],
  ['-1', 'wrong'],
  ['0x10', 'wrong'],
  ['four', 'wrong'],
] as const)('%j is read as %p points', (text, points) => {
  expect(pointsIn(text, 20)).toBe(points);
});
